import type { LinePlan } from '../continuation.ts'
import type { BrokenLine } from '../measure/line-of.ts'
import { startAt } from '../measure/shaped-stops.ts'
import { firstStopBehind, tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import { spacesIn } from '../measure/word-spaces.ts'
import type { Elasticity } from './break-cost.ts'
import { elasticStops } from './elastic-lines.ts'
import { fastLines, type LineStart, lineAt, type RoomOf } from './fast-lines.ts'
import { justified } from './justify.ts'
import type { LineRooms } from './line-rooms.ts'
import { type RaggedCost, raggedStops } from './ragged-lines.ts'

/** The lines of a paragraph, and what is planned for those behind the last that was asked for. */
export interface ParagraphLines {
  readonly lines: Iterable<BrokenLine>
  plan(): LinePlan | undefined
}

/** The input of line breaking for one paragraph. */
export interface ParagraphBreaking {
  readonly text: Breakable
  readonly roomOf: RoomOf
  readonly isJustified: boolean
  readonly from: LineStart
  readonly planned?: LinePlan | undefined
}

/** By what lines are chosen together: justified ones go by how their spaces give way. */
type LineCost = RaggedCost | Elasticity

export const roomsFrom = (roomOf: RoomOf, line: number): LineRooms => ({
  first: roomOf(line),
  other: roomOf(line + 1),
  at: roomOf,
})

/** The stops of lines that are best taken together; undefined where first fit is as good, or nothing fits. */
export function chosenStops(
  { text, roomOf, from }: Pick<ParagraphBreaking, 'text' | 'roomOf' | 'from'>,
  cost: LineCost,
): readonly number[] | undefined {
  const { paragraph, tools } = text
  const { rows, widths } = text.breaks()
  const { loneWord } = paragraph.style
  const { offset, line } = from
  // The width of a tab depends on its position, and a background's end on the line's end.
  const isMeasured = text.hasTabs || text.stretches !== undefined
  const lines = {
    rooms: roomsFrom(roomOf, line),
    avoidsLoneEnd: loneWord === 'avoid',
    first: {
      stop: firstStopBehind(rows, offset),
      offset,
      x: startAt(paragraph, text.breaks(), offset, tools) ?? widths[offset],
      line,
    },
    measure: isMeasured
      ? (start: number, stop: number) => lineAt(text, start, stop).width
      : undefined,
  }
  return typeof cost === 'string'
    ? raggedStops(paragraph.text, rows, cost, lines)
    : elasticStops(rows, spacesIn(text), cost, lines)
}

/** First fit where there is nothing better, and from a line on that turns out too wide. */
export function plannedLines(asked: ParagraphBreaking, cost: LineCost): ParagraphLines {
  const { text, roomOf, from, planned } = asked
  const room = roomOf(from.line + 1)
  const firstFit = { room, firstFit: true } as const
  const stops = planned?.firstFit ? undefined : (planned?.stops ?? chosenStops(asked, cost))
  if (!stops) return { lines: fastLines(text, roomOf, from), plan: () => firstFit }
  let done = 0
  let isPlanned = true
  function* lines(chosen: readonly number[]) {
    let start = from.offset
    for (const stop of chosen) {
      const line = lineAt(text, start, stop)
      const index = from.line + done
      const room = roomOf(index)
      const isShrunk = typeof cost !== 'string' && cost.shrink > 0
      const given = isShrunk ? justified(line, text.paragraph, room).width : line.width
      if (given > room + tolerance) {
        isPlanned = false
        return yield* fastLines(text, roomOf, { offset: start, line: index })
      }
      done++
      yield line
      start = line.end
    }
  }
  return {
    lines: lines(stops),
    plan: () => (isPlanned ? { room, stops: stops.slice(done) } : firstFit),
  }
}
