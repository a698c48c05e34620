import { type StopRows, tolerance } from '../measure/stop-rows.ts'
import type { ChosenLines } from './chosen-lines.ts'
import { type LineRooms, roomOf } from './line-rooms.ts'

/**
 * Where one word is left for the last line, the line before gives it one of its own, if it has
 * another; undefined if it takes more than numbers to tell how wide the two are.
 */
export function withoutLoneWord(
  lines: ChosenLines,
  text: string,
  rows: StopRows,
  rooms: LineRooms,
): ChosenLines | undefined {
  const { stops, ends, widths } = lines
  const last = ends.length - 1
  if (last < 1) return lines
  const content = rows.contents[rows.count - 1]
  const start = ends[last - 1]
  if (start >= content || text.slice(start, content).includes(' ')) return lines
  const from = last > 1 ? ends[last - 2] : 0
  const stop = stops[last - 1]
  const inner = stop < 0 ? start : rows.contents[stop]
  const space = text.slice(from, inner).lastIndexOf(' ')
  if (space <= 0) return lines
  const end = from + space + 1
  let moved = stop < 0 ? -1 : stop - 1
  while (moved >= 0 && rows.offsets[moved] > end) moved--
  // A line that begins inside a word that was broken is not what its numbers say.
  if (moved < 0 || rows.offsets[moved] !== end || (last > 1 && stops[last - 2] < 0))
    return undefined
  const length = rows.ends[rows.count - 1] - rows.nexts[moved]
  if (length > roomOf(rooms, last) + tolerance) return lines
  const x = last > 1 ? rows.nexts[stops[last - 2]] : 0
  const before = last - 1
  return {
    stops: [...stops.slice(0, before), moved, stops[last]],
    ends: [...ends.slice(0, before), end, ends[last]],
    widths: [...widths.slice(0, before), rows.ends[moved] - x, length],
    rest: undefined,
  }
}
