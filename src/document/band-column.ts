import type { Box } from '../core.ts'
import type { BandSetting, Grid, PlacedItem } from './band.ts'
import { type ColumnFoot, footHeight } from './column-foot.ts'
import { type FlowItem, type Inset, notesOf } from './flow-item.ts'
import type { ItemQueue } from './item-queue.ts'

/** A column as far as it is filled. */
export interface Column {
  readonly box: Box
  readonly index: number
  y: number
  after: number
  /** No space is wanted above what comes next. */
  isAtTop: boolean
  isEmpty: boolean
  /** It has nothing but what stays with what comes next. */
  isOnlyKept: boolean
  /** It has more than figures at its head. */
  hasText: boolean
  /** A figure at a side: how far down it reaches, and the distance that text keeps from it. */
  inset: (Omit<Inset, 'depth'> & { readonly bottom: number; readonly foot: number }) | undefined
}

export const newColumn = (box: Box, index: number): Column => ({
  box,
  index,
  y: box.y,
  after: 0,
  isAtTop: true,
  isEmpty: true,
  isOnlyKept: true,
  hasText: false,
  inset: undefined,
})

/** A band as it is being filled: what there is to place, and what was placed. */
export interface Filling {
  readonly queue: ItemQueue
  /** Figures that wait for the head or the foot of a column. */
  readonly floats: FlowItem[]
  readonly setting: BandSetting
  readonly placed: PlacedItem[]
  readonly feet: ColumnFoot[]
  /** The lowest filled point. */
  reached: number
  lastAfter: number
  isFree: boolean
}

/** The lowest point that an item may reach, with the footnotes that it needs. */
export function bottomFor(
  { setting: { columns, depth = Number.POSITIVE_INFINITY }, feet }: Filling,
  { box, index, inset }: Column,
  notes: readonly FlowItem[],
): number {
  const bottom = Math.min(columns[0].y + depth, box.y + box.height - footHeight(feet[index], notes))
  // Notes may not rise into what was put at the side: what asks for them goes to the next column.
  const isCovered = notes.length > 0 && inset !== undefined && bottom < inset.foot - slack
  return isCovered ? Number.NEGATIVE_INFINITY : bottom
}

/** Places an item in a column. */
export function put(band: Filling, column: Column, item: FlowItem, y: number, head?: FlowItem) {
  const { x, width } = column.box
  const isSide = item.float === 'left' || item.float === 'right'
  const left = item.float === 'right' && item.width !== undefined ? x + width - item.width : x
  band.placed.push({ item, x: isSide ? left : x, y, width, ...(head && { head }) })
  addNotes(band, column, notesOf(item))
  column.isEmpty = false
  column.isOnlyKept &&= item.keepWithNext
  column.hasText ||= item.float !== 'top'
  if (isSide && item.width !== undefined) {
    const side = item.float === 'right' ? 'right' : 'left'
    const foot = y + item.height
    column.inset = { side, width: item.width + item.before, bottom: foot + item.after, foot }
    column.y = y
    // Text begins beside it at its top.
    column.isAtTop = true
    band.reached = Math.max(band.reached, y + item.height)
    return
  }
  column.y = y + item.height
  column.after = item.after
  column.isAtTop = false
  band.reached = Math.max(band.reached, column.y)
  band.lastAfter = item.after
}

function addNotes({ feet }: Filling, { index }: Column, notes: readonly FlowItem[]) {
  if (notes.length === 0) return
  feet[index] = { ...feet[index], notes: [...feet[index].notes, ...notes] }
}

/** Figures that wait, as many as have room: each in the order in which they stand in the text. */
export function putFloats(band: Filling, column: Column, isLast = false) {
  const { floats, feet, placed, setting } = band
  for (let item = floats[0]; item; item = floats[0]) {
    const space = column.isAtTop ? 0 : Math.max(column.after, item.before)
    // A figure at a side comes first.
    const top = Math.max(column.y + space, column.inset?.bottom ?? 0)
    const room = bottomFor(band, column, notesOf(item)) - top
    const mustStay = column.isEmpty && setting.isFresh
    if (item.float === 'top' && column.hasText && !isLast) return
    if (item.height + (item.float === 'bottom' ? item.before : 0) > room + slack) {
      if (!mustStay) return
      setting.report(item, 'reaches')
    }
    floats.shift()
    if (item.float === 'top') {
      put(band, column, item, top)
    } else {
      const { index } = column
      feet[index] = { ...feet[index], floats: [...feet[index].floats, item] }
      addNotes(band, column, notesOf(item))
      column.isEmpty = false
      // It is read where it stands in the text; how high it stands, the page knows when it is full.
      placed.push({
        item,
        x: column.box.x,
        y: column.box.y,
        width: column.box.width,
        isAtFoot: true,
      })
    }
  }
}

/** An item as it stands at this point of a column: beside a picture, on the grid. */
export function fitted(column: Column, item: FlowItem, grid: Grid | undefined) {
  const head = column.isAtTop ? item.head : undefined
  const space = column.isAtTop ? 0 : Math.max(column.after, item.before)
  const above = column.y + space + (head ? head.height : 0)
  const { inset } = column
  let own = item
  let top = above
  if (inset && top < inset.bottom - slack) {
    const beside = item.beside?.({ ...inset, depth: inset.bottom - top })
    if (beside) own = beside
    else top = inset.bottom
  }
  if (grid && own.baseline !== undefined) {
    // At least half of a space stays, unless the space is negligible.
    const kept = space > grid.step * 0.35 ? space / 2 : 0
    const least = top - space + kept + own.baseline
    top = onGrid(top + own.baseline, least, grid) - own.baseline
  }
  return { own, top, head }
}

/** The line of a grid that is nearest to a height, and not above another. */
function onGrid(y: number, least: number, { top, step }: Grid): number {
  const nearest = Math.round((y - top) / step + 0.2)
  const lowest = Math.ceil((least - top) / step - slack)
  return top + Math.max(nearest, lowest) * step
}

/** Lengths that differ by less than this, in points, are the same. */
export const slack = 1e-6
