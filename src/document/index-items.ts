import { parseMarkup, type RichText } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { BlockContext, IndexEntry } from './block-context.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'
import { paragraphItem } from './paragraph-item.ts'

/** A line for each term, in the order of the language's alphabet, with the pages that it is on. */
export function* indexItems(
  path: Path,
  tags: readonly FlowTag[],
  context: BlockContext,
): Generator<FlowItem> {
  const { texts, width, isMirrored, isContinuous, index } = context
  const name = `index ${context.next()}`
  const line = parseMarkup('{term}, {pages}').rich
  for (const [i, { text, pages }] of index.entries()) {
    const values = { term: text, pages: isContinuous ? placesOf(pages) : pageRanges(pages) }
    yield paragraphItem({
      shaped: texts.shape({ ...line, values }, 'document-index'),
      width,
      path,
      role: { role: 'listitem' },
      name: `${name} ${i}`,
      before: 0,
      after: 0,
      tags: [...tags, { role: 'doc-index', id: name }, { role: 'list', id: `${name} list` }],
      isMirrored,
      keepTogether: true,
    })
  }
}

/** The places of a term on a web page, which has no page numbers: they are counted. */
function placesOf(pages: IndexEntry['pages']): RichText {
  const values: Record<string, string> = {}
  const links = pages.map(({ id }, i) => {
    values[`to${i}`] = `#${id}`
    return `~href={to${i}}[${i + 1}]`
  })
  return { ...parseMarkup(links.join(', ')).rich, values }
}

/** Consecutive pages are written as a range: 3, 7–9. Each links to the block with the term. */
function pageRanges(pages: IndexEntry['pages']): RichText {
  const parts: string[] = []
  const values: Record<string, string> = {}
  const linked = ({ page, label, id }: IndexEntry['pages'][number]) => {
    values[`p${page}`] = label
    values[`to${page}`] = `#${id}`
    return `~href={to${page}}[{p${page}}]`
  }
  for (let i = 0; i < pages.length; ) {
    let end = i
    while (pages[end + 1]?.page === pages[end].page + 1) end++
    // Two pages are listed one by one: a range begins at three.
    if (end - i < 2) parts.push(...pages.slice(i, end + 1).map(linked))
    else parts.push(`${linked(pages[i])}–${linked(pages[end])}`)
    i = end + 1
  }
  const { rich } = parseMarkup(parts.join(', '))
  return { ...rich, values }
}
