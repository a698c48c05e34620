import { type Item, type Layout, place } from 'dot-line'
import { expandedText } from '../../src/drawing/expand-text.ts'

/** What a layout is painted with where it is placed. */
export function paintedItems(
  layout: Layout,
  ...at: Parameters<typeof place> extends [unknown, ...infer R] ? R : never
): Item[] {
  const item = place(layout, ...at)
  return item.kind === 'text' ? [...expandedText(item)] : [item]
}
