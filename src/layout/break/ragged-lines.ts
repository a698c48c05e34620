import { type StopRows, stopKind, tolerance } from '../measure/stop-rows.ts'
import { raggedCost, trait } from './break-cost.ts'
import { lastFitting } from './first-fit.ts'
import { type LineRooms, type PlannedLines, paragraphStart, roomOf } from './line-rooms.ts'

/** Of ragged lines the last may be short; of even ones it counts as well. */
export type RaggedCost = 'ragged' | 'even'

/** In lines of so many stops one break more or less makes no difference that could be seen. */
const mostStopsInLine = 400

/**
 * Whether rooms are so wide that their lines would hold thousands of stops: each would be compared
 * with each, and the lines of first fit are as good.
 */
export function isTooWide({ count, ends }: StopRows, room: number): boolean {
  if (count <= mostStopsInLine) return false
  return room > (ends[count - 1] / count) * mostStopsInLine
}

/** Costs this near are the same, as a share. */
const tie = 1e-9

/** Of the cheapest way to each stop: what it costs, how many lines it has, and the stop before. */
interface Ways {
  readonly costs: Float64Array
  readonly lines: Int32Array
  readonly before: Int32Array
  /** Stops that lines may go on from, in order; -1 is the start. */
  readonly active: Int32Array
  /** For each stop the first from it on that does not divide a word. */
  readonly wordEnds: Int32Array
}

const waysFor = (count: number): Ways => ({
  costs: new Float64Array(count),
  lines: new Int32Array(count),
  before: new Int32Array(count),
  active: new Int32Array(count + 1),
  wordEnds: new Int32Array(count + 1),
})

let kept = waysFor(64)

/**
 * The stops at which lines end that are best taken together: the fewest lines, and of those the least
 * sum of what they cost. Undefined where nothing fits, as where a word is wider than the line.
 *
 * Worked input: in `a b c` lines may end behind each letter. The line that ends behind `c` may begin
 * behind `b`, behind `a` or at the start: it is what it costs, and what the best way to there costs.
 * The cheapest of the three is the answer; `before` leads back to the start.
 */
export function raggedStops(
  text: string,
  rows: StopRows,
  cost: RaggedCost,
  { rooms, avoidsLoneEnd, first = paragraphStart, measure }: PlannedLines,
): number[] | undefined {
  if (isTooWide(rows, rooms.other)) return undefined
  const { count, ends, nexts, kinds, offsets, contents, hyphenWidth } = rows
  if (count > kept.costs.length) kept = waysFor(count * 2)
  const { costs, lines, before, active, wordEnds } = kept
  findWordEnds(rows, wordEnds)
  const isEven = cost === 'even'
  active[0] = -1
  let [head, tail] = [0, 1]
  for (let stop = first.stop; stop < count; stop++) {
    const isForced = kinds[stop] === stopKind.mandatory
    const ofStop =
      (isForced && !isEven ? trait.forced : 0) |
      (kinds[stop] === stopKind.hyphen ? trait.endsInHyphen : 0)
    let [least, fewest, cheapest] = [Infinity, Infinity, -2]
    for (let a = head; a < tail; a++) {
      const from = active[a]
      const index = from < 0 ? first.line : lines[from]
      if (index > fewest) continue
      const room = roomOf(rooms, index)
      const x = from < 0 ? first.x : nexts[from]
      const start = from < 0 ? first.offset : offsets[from]
      const width = measure ? measure(start, stop) : ends[stop] - x
      if (width > room + tolerance) {
        // The word itself may still fit where its part does not with a hyphen.
        if (a === head && width > room + hyphenWidth) head++
        continue
      }
      let traits = ofStop
      if (from >= 0 && kinds[from] === stopKind.hyphen) traits |= trait.followsHyphen
      const next = from < 0 ? first.stop : from + 1
      const isOneWord = next >= stop || wordEnds[next] >= stop
      if (isOneWord && !isForced && !isEven) {
        const wordEnd = wordEnds[stop + 1]
        const longer = measure ? measure(start, wordEnd) : ends[wordEnd] - x
        if (longer <= room + tolerance) traits |= trait.loneWord
      }
      if (avoidsLoneEnd && stop === count - 1 && from >= 0) {
        if (isWithoutSpace(text, start, contents[stop])) traits |= trait.loneWord
      }
      const own = raggedCost(room > 0 ? (room - width) / room : 0, traits)
      const sum = own + (from < 0 ? 0 : costs[from])
      // Of lines that cost the same, apart from rounding, those that end first win.
      if (index >= fewest && sum > least - tie * (1 + least)) continue
      least = sum
      fewest = index
      cheapest = from
    }
    if (cheapest > -2) {
      costs[stop] = least
      lines[stop] = fewest + 1
      before[stop] = cheapest
      active[tail++] = stop
    } else if (isForced) return undefined
    if (isForced) head = tail - 1
    if (head === tail) return undefined
  }
  const chosen: number[] = []
  for (let stop = count - 1; stop >= 0; stop = before[stop]) chosen.push(stop)
  return chosen.reverse()
}

/** Writes for each stop the first from it on that does not divide a word; the last one behind it. */
export function findWordEnds({ count, kinds }: StopRows, wordEnds: Int32Array) {
  wordEnds[count] = count - 1
  for (let stop = count - 1; stop >= 0; stop--) {
    const isInside = stop < count - 1 && kinds[stop] === stopKind.hyphen
    wordEnds[stop] = isInside ? wordEnds[stop + 1] : stop
  }
}

function isWithoutSpace(text: string, start: number, end: number): boolean {
  const space = text.indexOf(' ', start)
  return space < 0 || space >= end
}

/** A paragraph of more lines than this is prose, where a last line that is short is no blemish. */
const mostLines = 12

/** Whether lines are made about equally long: not where there is one, and not where there are many. */
export function canBeEven(rows: StopRows, rooms: LineRooms): boolean {
  let [lines, x] = [0, 0]
  for (let next = 0; next < rows.count; lines++) {
    if (lines > mostLines) return false
    const last = lastFitting(rows, next, x, roomOf(rooms, lines))
    if (last < next) return false
    x = rows.nexts[last]
    next = last + 1
  }
  return lines > 1 && lines <= mostLines
}
