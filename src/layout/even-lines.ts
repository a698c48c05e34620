import { lastStop, type RoomOf } from './fast-lines.ts'
import type { Breakable } from './stops.ts'

/** Widths are found this near. */
const precision = 0.25
/** A paragraph of more lines than this is prose, where a last line that is short is no blemish. */
const mostLines = 12

/**
 * A room in which the paragraph has as many lines as in the one it is given, and they are about
 * equally long: the narrowest. As it was, where lines are many.
 */
export function evenRoom(text: Breakable, roomOf: RoomOf): RoomOf {
  const full = Math.max(roomOf(true), roomOf(false))
  if (!(full < Infinity)) return roomOf
  const narrowed =
    (by: number): RoomOf =>
    isFirst =>
      Math.max(0, roomOf(isFirst) - by)
  const wanted = lineCount(text, roomOf, mostLines + 1)
  if (wanted === undefined || wanted < 2 || wanted > mostLines) return roomOf
  let fits = 0
  let fails = full
  while (fails - fits > precision) {
    const by = (fits + fails) / 2
    if (lineCount(text, narrowed(by), wanted) === wanted) fits = by
    else fails = by
  }
  return narrowed(fits)
}

/** How many lines there are, up to one more than `most`; undefined where a word does not fit. */
function lineCount(text: Breakable, roomOf: RoomOf, most: number): number | undefined {
  const breaks = text.breaks()
  const { stops, widths } = breaks
  let lines = 0
  let start = 0
  let next = 0
  while (next < stops.count && lines <= most) {
    const stop = lastStop(breaks, next, widths[start], roomOf(start === 0))
    if (stop < next) return undefined
    lines++
    start = stops.offsets[stop]
    next = stop + 1
  }
  return lines
}
