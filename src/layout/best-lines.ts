import { type LineStart, lineAt, type RoomOf } from './fast-lines.ts'
import { type Breakable, stopKind, tolerance } from './stops.ts'

/** What a line costs (Knuth and Plass, "Breaking Paragraphs into Lines", 1981), in demerits. */
const linePenalty = 10
const hyphenPenalty = 50
/** Two hyphens in a row, and lines of which one is tight and the next is loose. */
const consecutiveHyphens = 3000
const unlikeNeighbours = 3000
/** Spaces under each other on two lines, which the eye joins to a river. */
const riverDemerits = 400
/** A single word on the last line, where the style does not want it. */
const loneWordDemerits = 1e9
/** A line this bad or worse is only taken where there is no other. */
const worst = 10_000

/** How far spaces give way, as shares of the width of a space. */
export interface Elasticity {
  readonly stretch: number
  readonly shrink: number
}

/**
 * The stops at which the lines of a paragraph end that are best taken together; undefined where
 * nothing fits, as where a word is wider than the line. Very short lines are only looked at where
 * there is no way without them.
 */
export function bestStops(
  text: Breakable,
  roomOf: RoomOf,
  elasticity: Elasticity,
  first: LineStart,
): readonly number[] | undefined {
  if (isTooWide(text, roomOf(first.line + 1))) return undefined
  // To leave no word alone, the line before the last may have to be short.
  const filled = text.paragraph.style.loneWord === 'avoid' ? 0 : leastFilled
  return (
    stopsFor(text, roomOf, elasticity, filled, first) ??
    stopsFor(text, roomOf, elasticity, 0, first)
  )
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

/** How much of its room a line fills at least, where that can be. */
const leastFilled = 0.7

/**
 * For each stop that can be reached, the best way to it is kept: the paragraph is gone through
 * once, and only stops within a line's length of each other are looked at.
 */
function stopsFor(
  text: Breakable,
  roomOf: RoomOf,
  elasticity: Elasticity,
  filled: number,
  first: LineStart,
): readonly number[] | undefined {
  const { paragraph } = text
  const { stops, widths } = text.breaks()
  const { count, offsets, ends, kinds, contentEnds } = stops
  const spaces = spacesIn(text)
  const unit = spaces.width
  const avoidsLoneWord = paragraph.style.loneWord === 'avoid'
  /** For each stop, which line of the paragraph ends there. */
  const lineAtStop = new Int32Array(count)
  /** For each stop, the least demerits to it, the stop before it, and its tightness. */
  const demerits = new Float64Array(count).fill(Infinity)
  const previous = new Int32Array(count).fill(-1)
  const fitness = new Int8Array(count)
  /** Stops that a line may start behind, in order; -1 is the start of the paragraph. */
  const active = new Int32Array(count + 1).fill(-1)
  let [head, tail] = [0, 1]
  let firstStop = 0
  while (firstStop < count && offsets[firstStop] <= first.offset) firstStop++
  for (let i = firstStop; i < count; i++) {
    const isForced = kinds[i] === stopKind.mandatory
    const isLast = i === count - 1
    for (let a = head; a < tail; a++) {
      const from = active[a]
      const start = from < 0 ? first.offset : offsets[from]
      const index = from < 0 ? first.line : lineAtStop[from] + 1
      const room = roomOf(index)
      // How wide a tab is depends on where it stands.
      const natural = text.hasTabs ? lineAt(text, start, i).width : ends[i] - widths[start]
      // Lines that start further on are shorter still.
      if (!isForced && natural < room * filled) break
      const gaps = spaces.count(gapsFrom(text, start, contentEnds[i]), contentEnds[i])
      if (natural - gaps * unit * elasticity.shrink > room + tolerance) {
        if (a === head) head++
        continue
      }
      const ratio = adjustment(room - natural, gaps * unit, elasticity)
      // The last line, and one before a forced break, may be as short as it is.
      const isFree = isForced && ratio > 0
      const badness = isFree ? 0 : badnessOf(Math.abs(ratio))
      const tightness = isFree ? 1 : tightnessOf(ratio)
      let total =
        (from < 0 ? 0 : demerits[from]) + (linePenalty + badness) * (linePenalty + badness)
      if (kinds[i] === stopKind.hyphen) {
        total += hyphenPenalty ** 2
        if (from >= 0 && kinds[from] === stopKind.hyphen) total += consecutiveHyphens
      }
      if (from >= 0 && Math.abs(fitness[from] - tightness) > 1) total += unlikeNeighbours
      if (isLast && avoidsLoneWord && from >= 0 && gaps === 0) total += loneWordDemerits
      if (total >= demerits[i]) continue
      if (from >= 0) {
        const above = previous[from] < 0 ? first.offset : offsets[previous[from]]
        const rivers = spaces.underEachOther(above, contentEnds[from], start, contentEnds[i])
        total += riverDemerits * rivers
        if (total >= demerits[i]) continue
      }
      demerits[i] = total
      previous[i] = from
      lineAtStop[i] = index
      fitness[i] = tightness
    }
    if (demerits[i] < Infinity) {
      if (isForced) head = tail
      active[tail++] = i
    } else if (isForced) return undefined
    if (head === tail) return undefined
  }
  const chosen: number[] = []
  for (let i = count - 1; i >= firstStop; i = previous[i]) chosen.push(i)
  return chosen.reverse()
}

/** How much of its stretch or shrink a line takes, as a share; over 1 is more than it should. */
function adjustment(room: number, spaces: number, { stretch, shrink }: Elasticity): number {
  if (room === 0) return 0
  const give = spaces * (room > 0 ? stretch : shrink)
  return give > 0 ? room / give : room > 0 ? 4 : -1
}

/** Of lines that are past bearing, one may still be worse than another: not so steeply any more. */
function badnessOf(ratio: number): number {
  const badness = 100 * ratio * ratio * ratio
  return badness <= worst ? badness : worst * (1 + ratio / 100)
}

/** Tight, normal, loose, very loose. */
function tightnessOf(ratio: number): number {
  if (ratio < -0.5) return 0
  if (ratio <= 0.5) return 1
  return ratio <= 1 ? 2 : 3
}

/** A tab ends what can give way: from behind the last one of a line on. */
function gapsFrom({ hasTabs, paragraph }: Breakable, start: number, end: number): number {
  return hasTabs ? Math.max(start, paragraph.text.lastIndexOf('\t', end - 1) + 1) : start
}

/** The word spaces of a paragraph: how many there are between two offsets, and where they stand. */
function spacesIn({ paragraph, breaks }: Breakable) {
  const { widths } = breaks()
  const { text } = paragraph
  const { length } = text
  const before = new Uint32Array(length + 1)
  const places = new Float64Array(length)
  let found = 0
  let total = 0
  for (let i = 0; i < length; i++) {
    before[i] = found
    if (text.charCodeAt(i) !== 0x20) continue
    places[found++] = widths[i]
    total += widths[i + 1] - widths[i]
  }
  before[length] = found
  const width = found > 0 ? total / found : 0
  return {
    /** Of a space, on average. */
    width,
    count: (start: number, end: number) => before[end] - before[start],
    /** How many spaces of one line stand above spaces of the next. */
    underEachOther(aStart: number, aEnd: number, bStart: number, bEnd: number): number {
      const moved = widths[bStart] - widths[aStart]
      const half = width / 2
      const [aLast, bLast] = [before[aEnd], before[bEnd]]
      let count = 0
      let b = before[bStart]
      for (let a = before[aStart]; a < aLast; a++) {
        const x = places[a] + moved
        while (b < bLast && places[b] < x - half) b++
        if (b === bLast) break
        if (places[b] <= x + half) count++
      }
      return count
    },
  }
}
