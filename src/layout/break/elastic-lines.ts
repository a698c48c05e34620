import { type StopRows, stopKind, tolerance } from '../measure/stop-rows.ts'
import type { WordSpaces } from '../measure/word-spaces.ts'
import {
  adjustment,
  costBetween,
  type Elasticity,
  justifiedCost,
  mostBetweenLines,
  type Tightness,
  tightness,
  trait,
} from './break-cost.ts'
import { type PlannedLines, paragraphStart, roomOf } from './line-rooms.ts'
import { findWordEnds, isTooWide } from './ragged-lines.ts'

/** Costs this near are the same, as a share. */
const tie = 1e-9

/** Traits that the next line may lack, which then costs less. */
const risesNever = trait.loneWord | trait.followsHyphen

/** No way, at the start of what is broken. */
const none = -1

/**
 * Ways to the stops of a paragraph, each a line that ends there and the way to its start; one entry
 * of each list a way.
 */
interface Ways {
  readonly stops: number[]
  readonly before: number[]
  readonly costs: number[]
  readonly lines: number[]
  readonly tightness: Tightness[]
}

/**
 * The stops at which justified lines end that cost least taken together. Undefined where nothing fits, as
 * where a word is wider than the line.
 *
 * The paragraph is gone through once. Of the ways that end with the same line the cheapest is kept;
 * of those that end with other lines, those by which what follows may still come out cheaper: what a
 * line costs depends on the line before it, and on no other.
 *
 * Worked input: in `a b c` lines may end behind each letter. At the stop behind `c` there are three
 * ways: their last line is `c`, `b c` or `a b c`. The first may follow `a b` or `a | b`, of which the
 * cheaper is kept. The cheapest of the three is the answer; its `before` lists lead back to the start.
 */
export function elasticStops(
  rows: StopRows,
  spaces: WordSpaces,
  cost: Elasticity,
  { rooms, avoidsLoneEnd, first = paragraphStart, measure }: PlannedLines,
): readonly number[] | undefined {
  if (isTooWide(rows, rooms.other)) return undefined
  const { count, offsets, ends, nexts, kinds, hyphenWidth } = rows
  const wordEnds = new Int32Array(count + 1)
  findWordEnds(rows, wordEnds)
  /** By how much a way may cost more and still be gone on from. */
  const slack = mostBetweenLines
  const shrunk = cost.shrink * spaces.width
  const ways: Ways = { stops: [], before: [], costs: [], lines: [], tightness: [] }
  const startBehind = (way: number) => (way === none ? first.offset : offsets[ways.stops[way]])
  /**
   * Ways that lines may go on from, by their stops, and the cheapest of those that are left; beside
   * each how wide the text is to where its line starts, and which line that is.
   */
  const active = [none]
  const activeWidths = [first.x]
  const activeLines = [first.line]
  let head = 0
  const cheapest = leastOfWindow()
  cheapest.push(0, 0)
  for (let stop = first.stop; stop < count; stop++) {
    const isForced = kinds[stop] === stopKind.mandatory
    const ofStop =
      (isForced ? trait.forced : 0) | (kinds[stop] === stopKind.hyphen ? trait.endsInHyphen : 0)
    const firstNew = ways.stops.length
    let least = Infinity
    for (let a = head; a < active.length; a++) {
      const way = active[a]
      const index = activeLines[a]
      const room = roomOf(rooms, index)
      const start = startBehind(way)
      const natural = measure ? measure(start, stop) : ends[stop] - activeWidths[a]
      const gaps = spaces.count(start, stop)
      if (natural - gaps * shrunk > room + tolerance) {
        // The word itself may still fit where its part does not with a hyphen.
        if (a === head && natural - gaps * shrunk > room + hyphenWidth) head++
        continue
      }
      const from = way === none ? -1 : ways.stops[way]
      let traits = ofStop
      if (from >= 0 && kinds[from] === stopKind.hyphen) traits |= trait.followsHyphen
      const next = way === none ? first.stop : from + 1
      const isOneWord = next >= stop || wordEnds[next] >= stop
      if (isOneWord && !isForced) {
        const end = wordEnds[stop + 1]
        const longer = measure ? measure(start, end) : ends[end] - activeWidths[a]
        if (longer <= room + tolerance) traits |= trait.loneWord
      }
      if (avoidsLoneEnd && stop === count - 1 && from >= 0 && gaps === 0) traits |= trait.loneWord
      const ratio = adjustment(room - natural, gaps, spaces.width, traits, cost)
      const own = justifiedCost(ratio, traits)
      const look = tightness(ratio)
      // Lines that start further on are emptier still, and cost as much at least.
      const isRising = natural <= room && (traits & risesNever) === 0
      if (isRising && cheapest.from(head) + own > least + slack) break
      let sum = own
      if (way !== none) {
        sum += ways.costs[way]
        if (sum > least + slack) continue
        const above = startBehind(ways.before[way])
        sum += costBetween(ways.tightness[way], look, spaces.underEachOther(above, from, stop))
      }
      // Of lines that cost the same, apart from rounding, those that end first win.
      if (sum > least + slack - tie * (1 + least)) continue
      least = Math.min(least, sum)
      keep(ways, firstNew, { stop, before: way, cost: sum, line: index, look })
    }
    if (isForced) {
      if (least === Infinity) return undefined
      head = active.length
    }
    for (let way = firstNew; way < ways.stops.length; way++) {
      if (ways.costs[way] > least + slack) continue
      cheapest.push(active.length, ways.costs[way])
      active.push(way)
      activeWidths.push(nexts[stop])
      activeLines.push(ways.lines[way] + 1)
    }
    if (head === active.length) return undefined
  }
  return stopsTo(ways, cheapestTo(ways, count - 1))
}

interface NewWay {
  readonly stop: number
  readonly before: number
  readonly cost: number
  readonly line: number
  readonly look: Tightness
}

/** Adds a way, in place of a dearer one that ends with the same line. */
function keep(ways: Ways, firstNew: number, { stop, before, cost, line, look }: NewWay) {
  const { stops } = ways
  const last = stops.length - 1
  const isSameLine =
    before !== none &&
    last >= firstNew &&
    ways.before[last] !== none &&
    stops[ways.before[last]] === stops[before]
  if (isSameLine && ways.costs[last] <= cost) return
  const at = isSameLine ? last : last + 1
  stops[at] = stop
  ways.before[at] = before
  ways.costs[at] = cost
  ways.lines[at] = line
  ways.tightness[at] = look
}

/** The least of a row of values that grows at its end and is read from places that only rise. */
function leastOfWindow() {
  const places: number[] = []
  const values: number[] = []
  let head = 0
  return {
    push(place: number, value: number) {
      while (places.length > head && values[values.length - 1] >= value) {
        places.pop()
        values.pop()
      }
      places.push(place)
      values.push(value)
    },
    from(place: number): number {
      while (head < places.length - 1 && places[head] < place) head++
      return values[head]
    },
  }
}

function cheapestTo({ stops, costs }: Ways, stop: number): number {
  let best = stops.length - 1
  for (let way = best - 1; way >= 0 && stops[way] === stop; way--) {
    if (costs[way] < costs[best] * (1 + tie) + tie) best = way
  }
  return best
}

function stopsTo(ways: Ways, last: number): readonly number[] {
  const chosen: number[] = []
  for (let way = last; way !== none; way = ways.before[way]) chosen.push(ways.stops[way])
  return chosen.reverse()
}
