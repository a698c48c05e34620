import type { Band, BandEnd, BandSetting } from './band.ts'
import {
  bottomFor,
  type Column,
  type Filling,
  fitted,
  newColumn,
  put,
  putFloats,
  slack,
} from './band-column.ts'
import { type FlowItem, notesOf } from './flow-item.ts'
import type { ItemQueue } from './item-queue.ts'

/**
 * Fills the columns of a band one after the other; `floats` wait for the head or the foot of one.
 *
 * Worked input: two columns, 100 points high; a paragraph of 60, a heading of 20 that stays with what
 * follows it, and a paragraph whose first two lines are 24 high. The first paragraph reaches 60. The
 * heading alone would fit, but with the two lines it reaches 104, so it begins the second column.
 */
export function fillBand(queue: ItemQueue, floats: FlowItem[], setting: BandSetting): Band {
  const { columns, feet } = setting
  const band: Filling = {
    queue,
    floats,
    setting,
    placed: [],
    feet: [...feet],
    reached: columns[0].y,
    lastAfter: 0,
    isFree: true,
  }
  let end: BandEnd = 'full'
  for (const [index, box] of columns.entries()) {
    end = fillColumn(band, newColumn(box, index))
    if (end !== 'full') break
  }
  const { placed, reached: bottom, lastAfter: after, isFree } = band
  return { placed, feet: band.feet, bottom, after, end, isFree }
}

function fillColumn(band: Filling, column: Column): BandEnd {
  const { queue, floats, placed, setting } = band
  putFloats(band, column)
  for (let item = queue.peek(0); item; item = queue.peek(0)) {
    if (item.breaks) {
      if (item.breaks === 'page') {
        // Floats that wait are placed before the new page begins.
        putFloats(band, column, true)
        if (floats.length > 0) return 'full'
        queue.take()
        return 'page'
      }
      queue.take()
      band.isFree = false
      return 'full'
    }
    if (item.placed) {
      queue.take()
      placed.push({ item, x: column.box.x, y: column.y, width: column.box.width })
      continue
    }
    if (item.spansColumns && setting.columns.length > 1) return 'span'
    if (item.float === 'top' || item.float === 'bottom') {
      queue.take()
      floats.push(item)
      putFloats(band, column)
      continue
    }
    const { own, top, head } = fitted(column, item, setting.grid)
    const room = bottomFor(band, column, notesOf(own)) - top
    if (chainFits(band, own, top, column)) {
      put(band, column, own, top, head)
      queue.take()
      continue
    }
    const mustStay =
      setting.isFresh &&
      (column.isEmpty || (column.isOnlyKept && fitsNowhere(own, column, setting.depth)))
    const parts =
      (own.keepWithNext ? undefined : own.split?.(room)) ??
      (mustStay && own.height > room + slack ? own.split?.(room, true) : undefined)
    if (parts) {
      if (mustStay && !own.split?.(room)) setting.report(item, 'parted')
      put(band, column, parts.first, top, head)
      queue.replace(parts.rest)
      return 'full'
    }
    if (!mustStay) return 'full'
    // At the top of a page there is no better place.
    if (Math.max(own.height, own.reach ?? 0) > room + slack) setting.report(item, 'reaches')
    put(band, column, own, top, head)
    queue.take()
  }
  // Behind the last of the text there is room for all that waits.
  putFloats(band, column, true)
  return floats.length > 0 ? 'full' : 'end'
}

/** Whether an item is higher than a column, so that what it stays with would stand alone before it. */
function fitsNowhere(
  { height, head }: FlowItem,
  { box }: Column,
  depth = Number.POSITIVE_INFINITY,
): boolean {
  return height + (head?.height ?? 0) > Math.min(depth, box.height) + slack
}

/** Whether an item fits, with those it is kept with, and the first part of what follows them. */
function chainFits(band: Filling, first: FlowItem, start: number, column: Column): boolean {
  const { queue } = band
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
    const room = bottomFor(band, column, notes) - y
    if (item.height > room + slack) return i > 0 && item.split?.(room) !== undefined
    if (!item.keepWithNext || i > mostKept) return true
    y += item.height
    after = item.after
  }
}

/** More than this are not kept together: no page would have room. */
const mostKept = 50
