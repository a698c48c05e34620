import { lastStop, type RoomOf } from './fast-lines.ts'
import type { Breakable } from './stops.ts'

/** A paragraph of more lines than this is prose, where a last line that is short is no blemish. */
const mostLines = 12

/** Whether lines are made about equally long: not where there is one, and not where there are many. */
export function canBeEven(text: Breakable, roomOf: RoomOf): boolean {
  if (!(Math.max(roomOf(0), roomOf(1)) < Infinity)) return false
  const breaks = text.breaks()
  const { stops, starts } = breaks
  let lines = 0
  let start = 0
  for (let next = 0; next < stops.count; lines++) {
    if (lines > mostLines) return false
    const stop = lastStop(breaks, next, starts[start], roomOf(lines))
    if (stop < next) return false
    start = stops.offsets[stop]
    next = stop + 1
  }
  return lines > 1 && lines <= mostLines
}
