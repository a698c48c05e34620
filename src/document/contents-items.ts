import { parseMarkup, type Values } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { BlockContext } from './block-context.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'
import { paragraphItem } from './paragraph-item.ts'

/** Repeated between a text and what stands at the end of its line. */
export const usualLeader = ' . '

/** A line for each heading, its page at the end. */
export function* contentsItems(
  levels: number,
  path: Path,
  tags: readonly FlowTag[],
  context: BlockContext,
): Generator<FlowItem> {
  const { texts, width, contents, isMirrored, isContinuous } = context
  const name = `contents ${context.next()}`
  const shown = contents.filter(entry => entry.level <= levels)
  for (const [i, { level, text, id, page }] of shown.entries()) {
    const indent = (level - 1) * texts.em * 1.2
    const tab = { at: width - indent, align: 'end', leader: usualLeader } as const
    // On the web there are no pages to be counted.
    const shown = isContinuous ? '{title}' : '{title}\t{number}'
    const { rich } = parseMarkup(`~href="#${id}"[${shown}]`)
    const values: Values = isContinuous ? { title: text } : { title: text, number: page }
    yield paragraphItem({
      shaped: texts.shape(rich, 'document-contents', {
        values,
        ...(!isContinuous && { overrides: { tabs: [tab] } }),
      }),
      width,
      path,
      role: { role: 'listitem' },
      name: `${name} ${i}`,
      before: 0,
      after: 0,
      tags: [...tags, { role: 'doc-toc', id: name }, { role: 'list', id: `${name} list` }],
      indent,
      isMirrored,
      keepTogether: true,
    })
  }
}
