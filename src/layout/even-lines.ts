import { lastStop, type RoomOf } from './fast-lines.ts'
import type { Breakable } from './stops.ts'

/** Widths are found this near. */
const precision = 0.25
/** A paragraph of more lines than this is prose, where a last line that is short is no blemish. */
const mostLines = 12

/** Rooms that are less wide by so much. */
export const narrowed =
  (roomOf: RoomOf, by: number): RoomOf =>
  line =>
    Math.max(0, roomOf(line) - by)

/**
 * How much narrower rooms may be for the paragraph to have as many lines, which are then about
 * equally long. 0 where lines are many.
 */
export function evenNarrowing(text: Breakable, roomOf: RoomOf): number {
  const full = Math.max(roomOf(0), roomOf(1))
  if (!(full < Infinity)) return 0
  const wanted = lineCount(text, roomOf, mostLines + 1)
  if (wanted === undefined || wanted < 2 || wanted > mostLines) return 0
  let fits = 0
  let fails = full
  while (fails - fits > precision) {
    const by = (fits + fails) / 2
    if (lineCount(text, narrowed(roomOf, by), wanted) === wanted) fits = by
    else fails = by
  }
  return fits
}

/** How many lines there are, up to one more than `most`; undefined where a word does not fit. */
function lineCount(text: Breakable, roomOf: RoomOf, max: number): number | undefined {
  const breaks = text.breaks()
  const { stops, widths } = breaks
  let lines = 0
  let start = 0
  let next = 0
  while (next < stops.count && lines <= max) {
    const stop = lastStop(breaks, next, widths[start], roomOf(lines))
    if (stop < next) return undefined
    lines++
    start = stops.offsets[stop]
    next = stop + 1
  }
  return lines
}
