import type { FlowItem, FlowTag } from './flow-item.ts'
import type { ListMark } from './list-mark.ts'

/** The mark of a list's item, and the elements that it is in. */
export interface TaggedMark {
  readonly tags: readonly FlowTag[]
  readonly mark: ListMark
}

/**
 * An item with marks beside its first line, of lists that begin with it: `3. a. the quay`. Each is in
 * the elements of its own list, before those of the lists within.
 */
export function markedItem(item: FlowItem, marks: readonly TaggedMark[]): FlowItem {
  if (marks.length === 0) return item
  const { split, beside, baseline = item.height, markShift = 0 } = item
  return {
    ...item,
    outerMarks: (x, y) =>
      marks.map(({ tags, mark }) => ({ tags, items: mark(x + markShift, y + baseline) })),
    ...(split && {
      split(room, must) {
        const parts = split(room, must)
        return parts && { ...parts, first: markedItem(parts.first, marks) }
      },
    }),
    ...(beside && {
      beside(inset) {
        const moved = beside(inset)
        return moved && markedItem(moved, marks)
      },
    }),
  }
}
