import { unitScale } from '../shaping/index.ts'
import { bestStops } from './best-lines.ts'
import type { BreakCost, Elasticity } from './break-cost.ts'
import type { LinePlan } from './continuation.ts'
import { canBeEven } from './even-lines.ts'
import { fastLines, type LineStart, lastStop, lineAt, type RoomOf } from './fast-lines.ts'
import { justificationLimits, justified } from './justify.ts'
import { type BrokenLine, lineOf } from './line-of.ts'
import { tolerance } from './measure/stop-rows.ts'
import { type Breakable, firstStopBehind } from './stops.ts'

/** The lines of a paragraph, and what is planned for those behind the last that was asked for. */
export interface ParagraphLines {
  readonly lines: Iterable<BrokenLine>
  plan(): LinePlan | undefined
}

/** The input of line breaking for one paragraph. */
interface ParagraphBreaking {
  readonly text: Breakable
  readonly roomOf: RoomOf
  readonly isJustified: boolean
  readonly from: LineStart
  readonly planned?: LinePlan | undefined
}

/**
 * The lines of a paragraph from a place on, broken as its style says, and as wide as their room
 * where they are justified. All lines are made here.
 */
export function paragraphLines(breaking: ParagraphBreaking): ParagraphLines {
  const broken = brokenLines(breaking)
  if (!breaking.isJustified) return broken
  return { ...broken, lines: justifiedLines(broken.lines, breaking) }
}

function* justifiedLines(
  lines: Iterable<BrokenLine>,
  { text: { paragraph }, roomOf, from }: ParagraphBreaking,
): Generator<BrokenLine> {
  const { last } = paragraph.style.justification
  let index = from.line
  for (const line of lines) {
    const room = roomOf(index++)
    const isFree = !last && endsFreely(paragraph.text, line.end) && line.width <= room
    yield room < Infinity && !isFree ? justified(line, paragraph, room) : line
  }
}

/** The last line, and one that the text ends itself. */
function endsFreely(text: string, end: number): boolean {
  return end === text.length || text.charCodeAt(end - 1) === lineSeparator
}

const lineSeparator = 0x2028

const unplanned = () => undefined

function brokenLines(asked: ParagraphBreaking): ParagraphLines {
  const { text, roomOf, from, planned } = asked
  const { length } = text.paragraph.text
  const room = roomOf(from.line + 1)
  const isFree = roomOf(from.line) === Infinity && room === Infinity
  if (isFree && !text.hasForcedBreaks) {
    return { lines: [lineOf(text, from.offset, length)], plan: unplanned }
  }
  const { breaking, loneWord } = text.paragraph.style
  const known = planned?.room === room ? planned : undefined
  if (text.breaks().stops.count > 0) {
    if (breaking === 'best') {
      const cost = asked.isJustified ? elasticityOf(text) : 'ragged'
      return plannedLines({ ...asked, planned: known }, cost)
    }
    if (breaking === 'even' && (known || (from.offset === 0 && canBeEven(text, roomOf)))) {
      return plannedLines({ ...asked, planned: known }, 'even')
    }
  }
  const lines = fastLines(text, roomOf, from)
  return {
    lines: loneWord === 'avoid' ? withoutLoneWord(text, lines, roomOf, from.line) : lines,
    plan: unplanned,
  }
}

/**
 * The flexibility of justified lines: spaces grow by half at best, and shrink as far as the style
 * allows.
 */
function elasticityOf({ paragraph, tools }: Breakable): Elasticity {
  const { style } = paragraph
  const [face] = tools.shapingStyle(style).faces
  const space = face.advance(face.glyphOf(0x20)) * unitScale(face, 1)
  const [min] = justificationLimits(style).words
  return { stretch: 0.5, shrink: space > 0 ? Math.max(0, -min / space) : 0 }
}

/**
 * The best stops; none if first fit makes fewer lines of them. That can be where lines are not
 * what their numbers say: a word that starts its line may fit though it seemed not to.
 */
function fewestStops(
  { text, roomOf, from }: ParagraphBreaking,
  cost: BreakCost,
): readonly number[] | undefined {
  const stops = bestStops(text, roomOf, cost, from)
  const { isExact, largestSize } = text.breaks()
  if (!stops || isExact || typeof cost !== 'string') return stops
  if (!allFit(stops, text, roomOf, from)) return undefined
  if (cost === 'even') return isLessEven(stops, text, roomOf, from) ? undefined : stops
  // First fit makes no fewer lines than it would in rooms so much wider.
  if (stops.length <= lineCount(text, roomOf, from, largestSize / 2)) return stops
  let lines = 0
  for (const _ of fastLines(text, roomOf, from)) lines++
  return stops.length > lines ? undefined : stops
}

/** Whether planned lines, of which even ones are few, leave more room by its squares than first fit. */
function isLessEven(
  chosen: readonly number[],
  text: Breakable,
  roomOf: RoomOf,
  from: LineStart,
): boolean {
  const { offsets } = text.breaks().stops
  let start = from.offset
  let planned = 0
  let firstFit = 0
  chosen.forEach((stop, i) => {
    planned += (roomOf(from.line + i) - lineAt(text, start, stop).width) ** 2
    start = offsets[stop]
  })
  let index = from.line
  for (const { width } of fastLines(text, roomOf, from)) firstFit += (roomOf(index++) - width) ** 2
  return planned > firstFit + tolerance
}

/** Whether lines that end at stops are no wider than their rooms: those that nearly are, are made. */
function allFit(
  chosen: readonly number[],
  text: Breakable,
  roomOf: RoomOf,
  from: LineStart,
): boolean {
  const { stops, starts, largestSize } = text.breaks()
  let start = from.offset
  return chosen.every((stop, i) => {
    const room = roomOf(from.line + i)
    const isNear = stops.ends[stop] - starts[start] > room - largestSize / 2
    const fits = !isNear || lineAt(text, start, stop).width <= room + tolerance
    start = stops.offsets[stop]
    return fits
  })
}

/** The number of lines that first fit makes from widths alone, with a slack. */
function lineCount(text: Breakable, roomOf: RoomOf, from: LineStart, slack: number): number {
  const breaks = text.breaks()
  const { stops, starts } = breaks
  let index = from.line
  let start = from.offset
  let next = firstStopBehind(stops, start)
  while (next < stops.count) {
    const last = Math.max(next, lastStop(breaks, next, starts[start], roomOf(index) + slack))
    start = stops.offsets[last]
    next = last + 1
    index++
  }
  return index - from.line
}

/** First fit where there is nothing better, and from a line on that turns out too wide. */
function plannedLines(asked: ParagraphBreaking, cost: BreakCost): ParagraphLines {
  const { text, roomOf, from, planned } = asked
  const room = roomOf(from.line + 1)
  const firstFit = { room, firstFit: true } as const
  const stops = planned?.firstFit ? undefined : (planned?.stops ?? fewestStops(asked, cost))
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

/** Where one word is left for the last line, the line before gives it one of its own. */
function* withoutLoneWord(
  text: Breakable,
  lines: Iterable<BrokenLine>,
  roomOf: RoomOf,
  first: number,
): Generator<BrokenLine> {
  let index = first
  const { length } = text.paragraph.text
  let before: BrokenLine | undefined
  for (const line of lines) {
    const isLone = line.end === length && isLoneWord(text, line)
    if (before && isLone && !endsByForce.test(text.paragraph.text[before.end - 1])) {
      const moved = shortened(text, before)
      const last = moved && lineOf(text, moved.end, length)
      if (last && last.width <= roomOf(index) + tolerance) {
        yield moved
        yield last
        return
      }
    }
    if (before) yield before
    before = line
    index++
  }
  if (before) yield before
}

/** Characters that end a line wherever they stand: nothing before them goes to the next (UAX #14). */
const endsByForce = /[\v\f\u0085\u2028]/

function isLoneWord({ paragraph }: Breakable, { start, contentEnd }: BrokenLine): boolean {
  return contentEnd > start && !paragraph.text.slice(start, contentEnd).includes(' ')
}

/** A line without its last word, where another is left on it. */
function shortened(text: Breakable, { start, contentEnd }: BrokenLine): BrokenLine | undefined {
  const space = text.paragraph.text.slice(start, contentEnd).lastIndexOf(' ')
  return space > 0 ? lineOf(text, start, start + space + 1) : undefined
}
