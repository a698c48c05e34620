import type { Box } from '../core.ts'
import { type ColumnFoot, footHeight } from './column-foot.ts'
import { type FlowItem, type Inset, notesOf } from './flow-item.ts'
import type { ItemQueue } from './item-queue.ts'

/** An item where it stands on a page. */
export interface PlacedItem {
  readonly item: FlowItem
  readonly x: number
  readonly y: number
  /** The width of its column. */
  readonly width: number
  /** It stands at the foot of its column, as high as that asks for. */
  readonly isAtFoot?: boolean
  /** A head that is repeated above it. */
  readonly head?: FlowItem | undefined
}

/** A part of a page whose columns begin at one height: all of it, or what is below something that spans them. */
export interface BandSetting {
  /** From the top of the band to the foot of the page. */
  readonly columns: readonly Box[]
  /** No text goes further down than this below the top, where columns are to be of one height. */
  readonly depth?: number
  /** Figures and notes that are at the feet of the columns already. */
  readonly feet: readonly ColumnFoot[]
  /** At the top of a page: there is no better place for what does not go into a column. */
  readonly isFresh: boolean
  /** Distance of the baselines that paragraphs stand on, from the top of the page's columns. */
  readonly grid: Grid | undefined
  report(item: FlowItem, problem: 'parted' | 'reaches'): void
}

export interface Grid {
  readonly top: number
  readonly step: number
}

/**
 * The reason why a band ends: the end of the text, a block that spans the columns, a new page, or
 * no space.
 */
type BandEnd = 'end' | 'span' | 'page' | 'full'

export interface Band {
  readonly placed: readonly PlacedItem[]
  readonly feet: readonly ColumnFoot[]
  /** The position of the lowest filled point on the page. */
  readonly bottom: number
  /** The space wanted below its last item. */
  readonly after: number
  readonly end: BandEnd
  /** Whether its columns may be made of one height: nothing in it says where it stands. */
  readonly isFree: boolean
}

interface Column {
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

/**
 * Fills the columns of a band one after the other; `floats` wait for the head or the foot of one.
 *
 * Worked input: two columns, 100 points high; a paragraph of 60, a heading of 20 that stays with what
 * follows it, and a paragraph whose first two lines are 24 high. The first paragraph reaches 60. The
 * heading alone would fit, but with the two lines it reaches 104, so it begins the second column.
 */
export function fillBand(queue: ItemQueue, floats: FlowItem[], setting: BandSetting): Band {
  const { columns, depth = Number.POSITIVE_INFINITY, isFresh, grid, report } = setting
  const feet = [...setting.feet]
  const placed: PlacedItem[] = []
  const bandTop = columns[0].y
  let [reached, lastAfter] = [bandTop, 0]
  let isFree = true

  /** The lowest point that an item may reach, with the footnotes that it needs. */
  function bottomFor({ box, index, inset }: Column, notes: readonly FlowItem[]) {
    const bottom = Math.min(bandTop + depth, box.y + box.height - footHeight(feet[index], notes))
    // Notes may not rise into what was put at the side: what asks for them goes to the next column.
    const isCovered = notes.length > 0 && inset !== undefined && bottom < inset.foot - slack
    return isCovered ? Number.NEGATIVE_INFINITY : bottom
  }

  function put(column: Column, item: FlowItem, y: number, head?: FlowItem) {
    const { x, width } = column.box
    const isSide = item.float === 'left' || item.float === 'right'
    const left = item.float === 'right' && item.width !== undefined ? x + width - item.width : x
    placed.push({ item, x: isSide ? left : x, y, width, ...(head && { head }) })
    addNotes(column, notesOf(item))
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
      reached = Math.max(reached, y + item.height)
      return
    }
    column.y = y + item.height
    column.after = item.after
    column.isAtTop = false
    reached = Math.max(reached, column.y)
    lastAfter = item.after
  }

  function addNotes({ index }: Column, notes: readonly FlowItem[]) {
    if (notes.length === 0) return
    feet[index] = { ...feet[index], notes: [...feet[index].notes, ...notes] }
  }

  /** Figures that wait, as many as have room: each in the order in which they stand in the text. */
  function putFloats(column: Column, isLast = false) {
    for (let item = floats[0]; item; item = floats[0]) {
      const space = column.isAtTop ? 0 : Math.max(column.after, item.before)
      // A figure at a side comes first.
      const top = Math.max(column.y + space, column.inset?.bottom ?? 0)
      const room = bottomFor(column, notesOf(item)) - top
      const mustStay = column.isEmpty && isFresh
      if (item.float === 'top' && column.hasText && !isLast) return
      if (item.height + (item.float === 'bottom' ? item.before : 0) > room + slack) {
        if (!mustStay) return
        report(item, 'reaches')
      }
      floats.shift()
      if (item.float === 'top') {
        put(column, item, top)
      } else {
        const { index } = column
        feet[index] = { ...feet[index], floats: [...feet[index].floats, item] }
        addNotes(column, notesOf(item))
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
  function fitted(column: Column, item: FlowItem) {
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

  function fillColumn(column: Column): BandEnd {
    putFloats(column)
    for (let item = queue.peek(0); item; item = queue.peek(0)) {
      if (item.breaks) {
        if (item.breaks === 'page') {
          // Floats that wait are placed before the new page begins.
          putFloats(column, true)
          if (floats.length > 0) return 'full'
          queue.take()
          return 'page'
        }
        queue.take()
        isFree = false
        return 'full'
      }
      if (item.placed) {
        queue.take()
        placed.push({ item, x: column.box.x, y: column.y, width: column.box.width })
        continue
      }
      if (item.spansColumns && columns.length > 1) return 'span'
      if (item.float === 'top' || item.float === 'bottom') {
        queue.take()
        floats.push(item)
        putFloats(column)
        continue
      }
      const { own, top, head } = fitted(column, item)
      const room = bottomFor(column, notesOf(own)) - top
      if (chainFits(own, top, column)) {
        put(column, own, top, head)
        queue.take()
        continue
      }
      const mustStay =
        isFresh && (column.isEmpty || (column.isOnlyKept && fitsNowhere(own, column)))
      const parts =
        (own.keepWithNext ? undefined : own.split?.(room)) ??
        (mustStay && own.height > room + slack ? own.split?.(room, true) : undefined)
      if (parts) {
        if (mustStay && !own.split?.(room)) report(item, 'parted')
        put(column, parts.first, top, head)
        queue.replace(parts.rest)
        return 'full'
      }
      if (!mustStay) return 'full'
      // At the top of a page there is no better place.
      if (Math.max(own.height, own.reach ?? 0) > room + slack) report(item, 'reaches')
      put(column, own, top, head)
      queue.take()
    }
    // Behind the last of the text there is room for all that waits.
    putFloats(column, true)
    return floats.length > 0 ? 'full' : 'end'
  }

  /** Whether an item is higher than a column, so that what it stays with would stand alone before it. */
  function fitsNowhere({ height, head }: FlowItem, { box }: Column): boolean {
    return height + (head?.height ?? 0) > Math.min(depth, box.height) + slack
  }

  /** Whether an item fits, with those it is kept with, and the first part of what follows them. */
  function chainFits(first: FlowItem, start: number, column: Column): boolean {
    let y = start
    let after = 0
    const notes: FlowItem[] = []
    for (let i = 0; ; i++) {
      const item = i === 0 ? first : queue.peek(i)
      if (!item || item.breaks || (i > 0 && item.spansColumns)) return true
      if (item.placed || item.float === 'top' || item.float === 'bottom') {
        if (i > mostKept) return true
        continue
      }
      if (i > 0) y += Math.max(after, item.before)
      notes.push(...notesOf(item))
      const room = bottomFor(column, notes) - y
      if (item.height > room + slack) return i > 0 && item.split?.(room) !== undefined
      if (!item.keepWithNext || i > mostKept) return true
      y += item.height
      after = item.after
    }
  }

  let end: BandEnd = 'full'
  for (const [index, box] of columns.entries()) {
    const column: Column = {
      box,
      index,
      y: box.y,
      after: 0,
      isAtTop: true,
      isEmpty: true,
      isOnlyKept: true,
      hasText: false,
      inset: undefined,
    }
    end = fillColumn(column)
    if (end !== 'full') break
  }
  return { placed, feet, bottom: reached, after: lastAfter, end, isFree }
}

/** Lengths that differ by less than this, in points, are the same. */
const slack = 1e-6

/** More than this are not kept together: no page would have room. */
const mostKept = 50

/** The line of a grid that is nearest to a height, and not above another. */
function onGrid(y: number, least: number, { top, step }: Grid): number {
  const nearest = Math.round((y - top) / step + 0.2)
  const lowest = Math.ceil((least - top) / step - slack)
  return top + Math.max(nearest, lowest) * step
}
