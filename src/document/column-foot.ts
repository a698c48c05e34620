import { type FlowItem, heightOf } from './flow-item.ts'

/** The foot of a column: figures that were put there, and its footnotes below them. */
export interface ColumnFoot {
  readonly floats: readonly FlowItem[]
  readonly notes: readonly FlowItem[]
}

export const emptyFoot: ColumnFoot = { floats: [], notes: [] }

/** Between a column's text and its notes, in points. */
const noteGap = 8

/** The height of a column's foot, with further notes. */
export function footHeight({ floats, notes }: ColumnFoot, more: readonly FlowItem[] = []): number {
  const count = notes.length + more.length
  const noteHeight = heightOf(notes) + heightOf(more) + (count > 0 ? noteGap : 0)
  return noteHeight + heightOf(floats) + floats.reduce((sum, { before }) => sum + before, 0)
}

/** The items of a foot and their tops, for a column that ends at a height. */
export function footPlaces(
  { floats, notes }: ColumnFoot,
  bottom: number,
): { readonly item: FlowItem; readonly top: number }[] {
  let top = bottom - heightOf(notes)
  const below = notes.map(item => {
    const own = { item, top }
    top += item.height
    return own
  })
  top = bottom - footHeight({ floats, notes })
  const above = floats.map(item => {
    const own = { item, top: top + item.before }
    top += item.before + item.height
    return own
  })
  return [...above, ...below]
}
