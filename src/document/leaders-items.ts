import { parseMarkup } from '../core.ts'
import type { BlockContext } from './block-context.ts'
import { usualLeader } from './contents-items.ts'
import type { LeadersSource } from './document-source.ts'
import type { FlowItem } from './flow-item.ts'
import { paragraphItem } from './paragraph-item.ts'
import type { BlockPlace } from './text-items.ts'

/** Lines with a text at each end. */
export function* leadersItems(
  { entries, leader = usualLeader }: LeadersSource,
  { path, tags, indent }: BlockPlace,
  context: BlockContext,
): Generator<FlowItem> {
  const { texts, width, isMirrored } = context
  const tab = { at: width - indent, align: 'end', leader } as const
  const line = parseMarkup('{first}\t{last}').rich
  for (const [i, entry] of entries.entries()) {
    const entryPath = [...path, 'entries', i]
    const [first, last] = entry.map((text, j) => texts.rich(text, [...entryPath, j]))
    const text = { ...line, values: { first, last } }
    yield paragraphItem({
      shaped: texts.shape(text, 'document-paragraph', { overrides: { tabs: [tab] } }),
      width,
      path: entryPath,
      role: { role: 'paragraph' },
      name: `leader ${context.next()}`,
      before: i === 0 ? texts.space : 0,
      after: i === entries.length - 1 ? texts.space : 0,
      tags,
      indent,
      isMirrored,
      ...context.marksOf(text),
      keepTogether: true,
    })
  }
}
