import {
  adjustment,
  type BreakCost,
  costBetween,
  justifiedCost,
  mostBetweenLines,
  raggedCost,
  type Tightness,
  tightness,
  trait,
} from './break-cost.ts'
import { type LineStart, lineAt, type RoomOf } from './fast-lines.ts'
import { stopKind, tolerance } from './measure/stop-rows.ts'
import { type Breakable, firstStopBehind } from './stops.ts'
import { noSpaces, spacesIn } from './word-spaces.ts'

/**
 * The stops at which the lines of a paragraph end that are best taken together: of justified lines
 * the least sum of what they cost, of others the fewest lines and of those the least sum. Undefined
 * where nothing fits, as where a word is wider than the line.
 */
export function bestStops(
  text: Breakable,
  roomOf: RoomOf,
  cost: BreakCost,
  first: LineStart,
): readonly number[] | undefined {
  if (isTooWide(text, roomOf(first.line + 1))) return undefined
  return search(text, roomOf, cost, first)
}

/** In lines of so many stops one break more or less makes no difference that could be seen. */
const mostStopsInLine = 400

/**
 * Whether rooms are so wide that their lines would hold thousands of stops: each would be compared
 * with each, and the lines of first fit are as good.
 */
function isTooWide(text: Breakable, room: number): boolean {
  const { stops } = text.breaks()
  const { count, ends } = stops
  if (count <= mostStopsInLine) return false
  return room > (ends[count - 1] / count) * mostStopsInLine
}

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
 * The paragraph is gone through once. Of the ways that end with the same line the cheapest is kept;
 * of those that end with other lines, those by which what follows may still come out cheaper: what a
 * line costs depends on the line before it, and on no other.
 *
 * Worked input: in `a b c` lines may end behind each letter. At the stop behind `c` there are three
 * ways: their last line is `c`, `b c` or `a b c`. The first may follow `a b` or `a | b`, of which the
 * cheaper is kept. The cheapest of the three is the answer; its `before` lists lead back to the start.
 */
function search(
  text: Breakable,
  roomOf: RoomOf,
  cost: BreakCost,
  first: LineStart,
): readonly number[] | undefined {
  const isMeasured = text.hasTabs || text.stretches !== undefined
  const { hyphenWidth, stops, starts } = text.breaks()
  const { count, offsets, ends, kinds } = stops
  const isRagged = typeof cost === 'string'
  const avoidsLoneEnd = text.paragraph.style.loneWord === 'avoid'
  // Ragged lines need their spaces only to recognize a lone word.
  const spaces = isRagged && !avoidsLoneEnd ? noSpaces : spacesIn(text)
  const wordEnds = wordEndsOf(text)
  const isEven = cost === 'even'
  /** By how much a way may cost more and still be gone on from. */
  const slack = isRagged ? 0 : mostBetweenLines
  const shrunk = isRagged ? 0 : cost.shrink * spaces.width
  const ways: Ways = { stops: [], before: [], costs: [], lines: [], tightness: [] }
  const startBehind = (way: number) => (way === none ? first.offset : offsets[ways.stops[way]])
  // The width of a tab depends on its position, and a background's end on the line's end.
  const widthTo = (start: number, stop: number) =>
    isMeasured ? lineAt(text, start, stop).width : ends[stop] - starts[start]
  /**
   * Ways that lines may go on from, by their stops, and the cheapest of those that are left; beside
   * each how wide the text is to where its line starts, and which line that is.
   */
  const active = [none]
  const activeWidths = [starts[first.offset]]
  const activeLines = [first.line]
  let head = 0
  const cheapest = leastOfWindow()
  cheapest.push(0, 0)
  const firstStop = firstStopBehind(stops, first.offset)
  for (let stop = firstStop; stop < count; stop++) {
    const isForced = kinds[stop] === stopKind.mandatory
    const ofStop =
      (isForced && !isEven ? trait.forced : 0) |
      (kinds[stop] === stopKind.hyphen ? trait.endsInHyphen : 0)
    const firstNew = ways.stops.length
    let least = Infinity
    let fewest = Infinity
    for (let a = head; a < active.length; a++) {
      const way = active[a]
      const index = activeLines[a]
      if (isRagged && index > fewest) continue
      const room = roomOf(index)
      const natural = isMeasured ? widthTo(startBehind(way), stop) : ends[stop] - activeWidths[a]
      const gaps = isRagged ? 0 : spaces.count(startBehind(way), stop)
      if (natural - gaps * shrunk > room + tolerance) {
        // The word itself may still fit where its part does not with a hyphen.
        if (a === head && natural - gaps * shrunk > room + hyphenWidth) head++
        continue
      }
      const from = way === none ? -1 : ways.stops[way]
      let traits = ofStop
      if (from >= 0 && kinds[from] === stopKind.hyphen) traits |= trait.followsHyphen
      const isOneWord = from + 1 >= stop || wordEnds[from + 1] >= stop
      if (
        isOneWord &&
        !isForced &&
        !isEven &&
        widthTo(startBehind(way), wordEnds[stop + 1]) <= room + tolerance
      ) {
        traits |= trait.loneWord
      }
      if (
        avoidsLoneEnd &&
        stop === count - 1 &&
        from >= 0 &&
        spaces.count(startBehind(way), stop) === 0
      ) {
        traits |= trait.loneWord
      }
      let own: number
      let look: Tightness = 1
      if (isRagged) own = raggedCost(room > 0 ? (room - natural) / room : 0, traits)
      else {
        const ratio = adjustment(room - natural, gaps, spaces.width, traits, cost)
        own = justifiedCost(ratio, traits)
        look = tightness(ratio)
      }
      const isFewer = isRagged && index < fewest
      if (!isFewer) {
        // Lines that start further on are emptier still, and cost as much at least.
        const isRising = natural <= room && (traits & risesNever) === 0
        if (isRising && cheapest.from(head) + own > least + slack) break
        if (own + (way === none ? 0 : ways.costs[way]) > least + slack) continue
      }
      let sum = own
      if (way !== none) {
        sum += ways.costs[way]
        if (!isRagged) {
          const above = startBehind(ways.before[way])
          const rivers = spaces.underEachOther(above, from, stop)
          sum += costBetween(ways.tightness[way], look, rivers)
        }
      }
      // Of lines that cost the same, apart from rounding, those that end first win.
      if (!isFewer && sum > least + slack - tie * (1 + least)) continue
      least = isFewer ? sum : Math.min(least, sum)
      fewest = index
      keep(ways, firstNew, { stop, before: way, cost: sum, line: index, look })
    }
    if (isForced) {
      if (least === Infinity) return undefined
      head = active.length
    }
    for (let way = firstNew; way < ways.stops.length; way++) {
      if (ways.costs[way] > least + slack || (isRagged && ways.lines[way] > fewest)) continue
      cheapest.push(active.length, ways.costs[way])
      active.push(way)
      activeWidths.push(starts[offsets[stop]])
      activeLines.push(ways.lines[way] + 1)
    }
    if (head === active.length) return undefined
  }
  return stopsTo(ways, cheapestTo(ways, count - 1, isRagged))
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

function cheapestTo(ways: Ways, stop: number, isRagged: boolean): number {
  let best = ways.stops.length - 1
  for (let way = best - 1; way >= 0 && ways.stops[way] === stop; way--) {
    const more = isRagged ? ways.lines[way] - ways.lines[best] : 0
    const isLess = ways.costs[way] < ways.costs[best] * (1 + tie) + tie
    if (more < 0 || (more === 0 && isLess)) best = way
  }
  return best
}

function stopsTo(ways: Ways, last: number): readonly number[] {
  const chosen: number[] = []
  for (let way = last; way !== none; way = ways.before[way]) chosen.push(ways.stops[way])
  return chosen.reverse()
}

/** For each stop the first from it on that does not divide a word; the last one behind it. */
function wordEndsOf(text: Breakable): Int32Array {
  const { count, kinds } = text.breaks().stops
  const ends = new Int32Array(count + 1).fill(count - 1)
  for (let stop = count - 2; stop >= 0; stop--) {
    ends[stop] = kinds[stop] === stopKind.hyphen ? ends[stop + 1] : stop
  }
  return ends
}
