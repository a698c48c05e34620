import {
  type Box,
  type Drawing,
  drawing,
  group,
  type Hyphenation,
  type Item,
  type Picture,
  parseMarkup,
  place,
  type ReaderSettings,
  type Sheet,
  type Shelf,
  typesetter,
  type Value,
  type Values,
} from '../core.ts'
import {
  aBoolean,
  aFunction,
  anObject,
  anything,
  checkArgument,
  checkOptions,
  errorProblem,
  fail,
  nearestName,
  type Path,
  type Problem,
  pathText,
  problemList,
  type SourceLocation,
} from '../problem/index.ts'
import { type BlockContext, blockItems, type ContentsEntry } from './block-items.ts'
import { withDocumentParts } from './document-parts.ts'
import type { DocumentSource, PageSource, RunningSource } from './document-source.ts'
import { documentTexts } from './document-texts.ts'
import type { FlowItem } from './flow-item.ts'
import { type FlowPage, flowPages, type PageFrame } from './flow-pages.ts'
import { sizeOf } from './page-sizes.ts'
import { paragraphItem } from './paragraph-item.ts'
import { checkedDocument } from './read-document.ts'

export interface SetDocumentOptions {
  readonly sheet: Sheet
  readonly shelf: Shelf
  readonly reader?: ReaderSettings
  readonly hyphenation?: Hyphenation
  /** Images by the names that figures have. */
  readonly images?: ReadonlyMap<string, Picture>
  /** What fills placeholders of its texts, beside `{page.id}` and `{note.name}`. */
  readonly values?: Values
  /** On one page as high as all of it, without what stands at the head and the foot: for the web. */
  readonly continuous?: boolean
  /** Says where a part stands in its file, for problems. */
  readonly locationOf?: (path: Path) => SourceLocation | string
}

/** A document that was laid out. */
export interface SetDocument {
  readonly pageCount: number
  /** Headings, and the pages they are on. */
  readonly contents: readonly ContentsEntry[]
  readonly problems: readonly Problem[]
  /** Its pages, each drawn when it is asked for: none is kept. */
  pages(): Generator<Drawing, void, void>
  /** What a PDF says of it: for `toPdf` and `pdfChunks`. */
  readonly metadata: {
    readonly title?: string
    readonly author?: string
    readonly subject?: string
    readonly keywords?: readonly string[]
    readonly language?: string
  }
}

/** Page numbers change what they stand in; more rounds than this change nothing that is seen. */
const mostRounds = 4

/** What a round found: the pages of ids and headings. */
interface Found {
  readonly pageOf: ReadonlyMap<string, string>
  readonly contents: readonly ContentsEntry[]
  readonly count: number
  readonly bottom: number
  readonly problems: readonly Problem[]
}

/**
 * Lays a document out on pages. References to pages and contents are right: it is laid out again,
 * without being drawn, until their numbers stay. Throws `unknown-reference` on references to nothing,
 * and as `typesetter` does.
 */
export function setDocument(source: DocumentSource, options: SetDocumentOptions): SetDocument {
  checkOptions('setDocument', options, {
    sheet: anything,
    shelf: anything,
    reader: anObject,
    hyphenation: anything,
    images: anything,
    values: anObject,
    continuous: aBoolean,
    locationOf: aFunction,
  })
  checkArgument('setDocument', 'document', source, anObject)
  const { locationOf = pathText, images = new Map(), values = {}, continuous = false } = options
  const document = checkedDocument(source, locationOf)
  const { title, author, subject, keywords, language } = document
  const { reader, hyphenation, shelf } = options
  const sheet = withDocumentParts(options.sheet, language)
  const setter = typesetter({
    sheet,
    shelf,
    ...(reader && { reader }),
    ...(hyphenation && { hyphenation }),
  })
  const page = pageOf(document.page ?? {}, continuous)
  const wanted = new Map<string, string>()
  const asked = { hasContents: false }
  const missing = new Map<string, Path>()

  function round(before: Found | undefined, isDrawn: boolean): Generator<FlowPage> {
    const notes = new Map<string, number>()
    const noteName = (name: string) => {
      const number = notes.get(name) ?? notes.size + 1
      notes.set(name, number)
      return number
    }
    const known = (name: string): Value | undefined => {
      if (Object.hasOwn(values, name)) return values[name]
      const [kind, ...rest] = name.split('.')
      const key = rest.join('.')
      if (kind === 'page' && key !== '') {
        wanted.set(key, name)
        return before?.pageOf.get(key) ?? '0'
      }
      if (kind === 'note' && Object.hasOwn(document.notes ?? {}, key)) {
        return parseMarkup(`~variantPosition=super[${noteName(key)}]`).rich
      }
      return undefined
    }
    const texts = documentTexts(setter, sheet, known)
    const shown = new Set<string>()
    let count = 0
    const context: BlockContext = {
      texts,
      width: page.columnWidth,
      images,
      isNumbered: document.numbered ?? false,
      contents: before?.contents ?? [],
      next: () => count++,
      asksContents() {
        asked.hasContents = true
      },
      lacksImage: (name, path) => missing.set(name, path),
      notesOf(text) {
        const asked = [...text.matchAll(/\{note\.([\p{L}\p{N}_.-]+)\}/gu)].map(([, name]) => name)
        return asked.flatMap((name): FlowItem[] => {
          const note = document.notes?.[name]
          if (note === undefined || shown.has(name)) return []
          shown.add(name)
          const number = `~variantPosition=super[${noteName(name)}] `
          const shaped = texts.shape(number + note, 'document-note')
          const path = ['notes', name]
          const plain = { path, before: 0, after: 0, width: page.columnWidth }
          const role = { role: 'note' }
          const item = paragraphItem({ ...plain, shaped, role, name: `note ${name}` })
          return [{ ...item, number: noteName(name) }]
        })
      },
    }
    const items = blockItems(document.content, context)
    return flowPages(items, page.frameOf, item => locationOf(item.path), isDrawn)
  }

  let found: Found | undefined
  for (let i = 0; i < mostRounds; i++) {
    const next = foundIn(round(found, false))
    const isSame = found !== undefined && sameNumbers(found, next)
    found = next
    if (isSame || (wanted.size === 0 && !asked.hasContents)) break
  }
  if (!found) return fail('bad-document', 'the document has no pages')
  for (const [key, name] of wanted) {
    if (found.pageOf.has(key)) continue
    const nearest = nearestName(key, found.pageOf.keys())
    const message = `'{${name}}' refers to '${key}', and nothing in the document has that id`
    fail('unknown-reference', message, nearest === undefined ? {} : { nearest })
  }
  const problems = problemList()
  problems.addAll(found.problems)
  for (const [name, path] of missing) {
    const message = `the image '${name}' of a figure is missing`
    problems.add(
      errorProblem('missing-image', message, { location: locationOf([...path, 'image']) }),
    )
  }
  const last = found
  return {
    pageCount: last.count,
    contents: last.contents,
    problems: problems.all(),
    metadata: {
      ...(title !== undefined && { title }),
      ...(author !== undefined && { author }),
      ...(subject !== undefined && { subject }),
      ...(keywords !== undefined && { keywords }),
      ...(language !== undefined && { language }),
    },
    *pages() {
      let heading = ''
      for (const one of round(last, true)) {
        heading = one.headings.find(({ level }) => level === 1)?.text ?? heading
        const number = one.index + 1
        const running = continuous
          ? []
          : runningItems(
              document,
              page,
              number,
              { page: String(number), pages: String(last.count), heading },
              setter,
            )
        const height = continuous ? Math.ceil(one.bottom + page.margins.bottom) : page.height
        const options = {
          width: page.width,
          height,
          sheet,
          ...(title !== undefined && { title }),
          ...(language !== undefined && { language }),
          ...(document.page?.background !== undefined && { background: document.page.background }),
        }
        yield drawing(options, [running, one.items])
      }
    },
  }
}

function foundIn(pages: Iterable<FlowPage>): Found {
  const pageOf = new Map<string, string>()
  const contents: ContentsEntry[] = []
  const problems = problemList()
  let [count, bottom] = [0, 0]
  for (const page of pages) {
    count++
    bottom = page.bottom
    for (const id of page.ids) if (!pageOf.has(id)) pageOf.set(id, String(page.index + 1))
    for (const { level, text, id } of page.headings) {
      contents.push({ level, text, id, page: String(page.index + 1) })
    }
    problems.addAll(page.problems)
  }
  return { pageOf, contents, count, bottom, problems: problems.all() }
}

function sameNumbers(a: Found, b: Found): boolean {
  if (a.count !== b.count || a.contents.length !== b.contents.length) return false
  for (const [id, page] of a.pageOf) if (b.pageOf.get(id) !== page) return false
  return a.contents.every((entry, i) => entry.page === b.contents[i].page)
}

/** Higher than any document: what is continuous is cut to what is on it. */
const endless = 1e7

interface PageShape {
  readonly width: number
  readonly height: number
  readonly margins: {
    readonly top: number
    readonly right: number
    readonly bottom: number
    readonly left: number
  }
  readonly columnWidth: number
  readonly isFacing: boolean
  frameOf(index: number): PageFrame
}

function pageOf(
  { size = 'A4', orientation, margin = 64, columns = 1, gap = 24, facing = false }: PageSource,
  continuous: boolean,
): PageShape {
  const [width, paper] = typeof size === 'string' ? sizeOf(size, orientation === 'landscape') : size
  const height = continuous ? endless : paper
  const margins =
    typeof margin === 'number'
      ? { top: margin, right: margin, bottom: margin, left: margin }
      : margin
  const inner = width - margins.left - margins.right
  const columnWidth = (inner - gap * (columns - 1)) / columns
  const depth = height - margins.top - margins.bottom
  if (!(columnWidth > 0) || !(depth > 0)) {
    fail('bad-page', 'the margins leave no room on the page', { location: 'page.margin' })
  }
  return {
    width,
    height,
    margins,
    columnWidth,
    isFacing: facing,
    frameOf(index) {
      const left = facing && index % 2 === 1 ? margins.right : margins.left
      const boxes = Array.from({ length: columns }, (_, i): Box => {
        return {
          x: left + i * (columnWidth + gap),
          y: margins.top,
          width: columnWidth,
          height: depth,
        }
      })
      return { columns: boxes }
    },
  }
}

/** What stands at the head and the foot of a page: to be seen, and not read out again on each. */
function runningItems(
  { header, footer, firstHeader = header, firstFooter = footer }: DocumentSource,
  { width, height, margins, isFacing }: PageShape,
  number: number,
  values: Readonly<Record<string, string>>,
  setter: ReturnType<typeof typesetter>,
): readonly Item[] {
  const isTurned = isFacing && number % 2 === 0
  const [left, right] = isTurned ? [margins.right, margins.left] : [margins.left, margins.right]
  const line = (running: RunningSource | undefined, y: number): Item[] => {
    if (!running) return []
    const sides = isTurned ? { ...running, left: running.right, right: running.left } : running
    return (['left', 'center', 'right'] as const).flatMap((side): Item[] => {
      const text = sides[side]
      if (text === undefined || text === '') return []
      const asked = Object.entries(values).filter(([name]) => text.includes(`{${name}}`))
      const layout = setter.set(text, {
        style: 'document-running',
        values: Object.fromEntries(asked),
      })
      const x =
        side === 'left' ? left : side === 'right' ? width - right : (left + width - right) / 2
      return [place(layout, x, y, { across: side, down: 'middle' })]
    })
  }
  const isFirst = number === 1
  const items = [
    ...line(isFirst ? firstHeader : header, margins.top / 2),
    ...line(isFirst ? firstFooter : footer, height - margins.bottom / 2),
  ]
  return items.length === 0 ? [] : [group(items, { role: 'none' })]
}
