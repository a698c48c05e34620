import { type StopRows, stopKind, tolerance } from '../measure/stop-rows.ts'
import { type ChosenLines, noLines } from './chosen-lines.ts'
import { type LineRooms, roomOf } from './line-rooms.ts'

/** The end of a line inside a word: its offset, where the next begins in units, and how wide it is. */
interface BrokenLine {
  readonly offset: number
  readonly next: number
  readonly width: number
}

/**
 * Breaks the word of a line that starts at an offset, in units at `x`, before a stop; undefined if that
 * takes more than numbers.
 */
export type BreakWord = (
  start: number,
  x: number,
  room: number,
  stop: number,
) => BrokenLine | undefined

/**
 * The last stop that a line from `x` on may end at; one before `next` where none fits. A hyphen may
 * be too wide where the stop behind it is not.
 */
export function lastFitting(
  { count, ends, kinds, hyphenWidth }: StopRows,
  next: number,
  x: number,
  width: number,
): number {
  let last = next - 1
  for (let i = next; i < count; i++) {
    const needed = ends[i] - x
    if (needed <= width) last = i
    else if (needed > width + hyphenWidth) break
    if (kinds[i] === stopKind.mandatory) break
  }
  return last
}

/**
 * First fit: each line takes as much as goes into its room. Of more lines than `most` those before the
 * last of them. Undefined where a word is wider than its line and may not be broken, or not in numbers.
 */
export function firstFit(
  rows: StopRows,
  rooms: LineRooms,
  most: number,
  breakWord: BreakWord | undefined,
): ChosenLines | undefined {
  const { count, ends, nexts, offsets } = rows
  const lines = noLines()
  let [x, start] = [0, 0]
  for (let next = 0; next < count; ) {
    const index = lines.ends.length
    const room = roomOf(rooms, index)
    const last = lastFitting(rows, next, x, room + tolerance)
    const isLast = index === most - 1
    if (last < next) {
      if (!breakWord) return undefined
      if (isLast) {
        lines.rest = { start, x }
        return lines
      }
      const broken = breakWord(start, x, room, next)
      if (!broken) return undefined
      lines.stops.push(-1)
      lines.ends.push(broken.offset)
      lines.widths.push(broken.width)
      start = broken.offset
      x = broken.next
      continue
    }
    if (isLast && last + 1 < count) {
      lines.rest = { start, x }
      return lines
    }
    lines.stops.push(last)
    lines.ends.push(offsets[last])
    lines.widths.push(ends[last] - x)
    start = offsets[last]
    x = nexts[last]
    next = last + 1
  }
  return lines
}

/** The number of lines that first fit makes of words that all fit; infinite where one does not. */
export function countLines(rows: StopRows, rooms: LineRooms): number {
  let [lines, x] = [0, 0]
  for (let next = 0; next < rows.count; lines++) {
    const last = lastFitting(rows, next, x, roomOf(rooms, lines) + tolerance)
    if (last < next) return Infinity
    x = rows.nexts[last]
    next = last + 1
  }
  return lines
}
