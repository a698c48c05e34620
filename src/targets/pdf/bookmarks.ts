import { numberText } from '../../drawing/index.ts'
import { utf16String } from './bytes.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import type { FoundHeading } from './page-structure.ts'

interface Entry {
  readonly number: ObjectNumber
  readonly heading: FoundHeading
  readonly parent: Entry | undefined
  readonly kids: Entry[]
}

/** The headings of a document as its outline (ISO 32000-2, 12.3.3); undefined without headings. */
export function addBookmarks(
  headings: readonly FoundHeading[],
  objects: PdfObjects,
): ObjectNumber | undefined {
  const entries = headings.filter(({ text }) => text !== '')
  if (entries.length === 0) return undefined
  const root = objects.reserve()
  const tops: Entry[] = []
  const open: Entry[] = []
  const all: Entry[] = []
  for (const heading of entries) {
    while (open.length > 0 && open[open.length - 1].heading.level >= heading.level) open.pop()
    const parent = open[open.length - 1]
    const entry = { number: objects.reserve(), heading, parent, kids: [] }
    if (parent) parent.kids.push(entry)
    else tops.push(entry)
    open.push(entry)
    all.push(entry)
  }
  const counts = descendants(all)
  for (const [siblings, above] of [
    [tops, root] as const,
    ...all.map(entry => [entry.kids, entry.number] as const),
  ]) {
    siblings.forEach(({ number, heading, kids }, i) => {
      const links = [
        ...(i > 0 ? [`/Prev ${reference(siblings[i - 1].number)}`] : []),
        ...(i + 1 < siblings.length ? [`/Next ${reference(siblings[i + 1].number)}`] : []),
        ...(kids.length > 0
          ? [
              `/First ${reference(kids[0].number)} /Last ${reference(kids[kids.length - 1].number)}`,
              `/Count ${counts.get(number) ?? kids.length}`,
            ]
          : []),
      ].join(' ')
      const { text, page, top = 0 } = heading
      objects.set(
        number,
        `<< /Title ${utf16String(text)} /Parent ${reference(above)} ` +
          `/Dest [${reference(page)} /XYZ null ${numberText(top)} null] ${links} >>`,
      )
    })
  }
  objects.set(
    root,
    `<< /Type /Outlines /First ${reference(tops[0].number)} ` +
      `/Last ${reference(tops[tops.length - 1].number)} /Count ${all.length} >>`,
  )
  return root
}

/** Number of entries below each: later entries are counted first. */
function descendants(all: readonly Entry[]): ReadonlyMap<ObjectNumber, number> {
  const counts = new Map<ObjectNumber, number>()
  for (const { number, parent } of all.toReversed()) {
    const count = counts.get(number) ?? 0
    if (parent) counts.set(parent.number, (counts.get(parent.number) ?? 0) + count + 1)
  }
  return counts
}
