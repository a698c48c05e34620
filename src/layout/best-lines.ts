import type { RoomOf } from './fast-lines.ts'
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
 * nothing fits, as where a word is wider than the line. For each stop that can be reached, the best
 * way to it is kept: the paragraph is gone through once, and only stops within a line's length of
 * each other are looked at.
 */
export function bestStops(
  text: Breakable,
  roomOf: RoomOf,
  elasticity: Elasticity,
): readonly number[] | undefined {
  const { stops, widths, paragraph } = text
  const { count, offsets, ends, kinds, contentEnds } = stops
  const spaces = spacesIn(text)
  const avoidsLoneWord = paragraph.style.loneWord === 'avoid'
  /** For each stop, the least demerits to it, the stop before it, its tightness and its ratio. */
  const demerits = new Float64Array(count).fill(Infinity)
  const previous = new Int32Array(count).fill(-1)
  const fitness = new Int8Array(count)
  /** Stops that a line may start behind, still near enough; -1 is the start of the paragraph. */
  let active: number[] = [-1]
  for (let i = 0; i < count; i++) {
    const isForced = kinds[i] === stopKind.mandatory
    const isLast = i === count - 1
    const stillNear: number[] = []
    for (const from of active) {
      const start = from < 0 ? 0 : offsets[from]
      const width = roomOf(from < 0)
      const natural = ends[i] - widths[start]
      const gaps = spaces.count(start, contentEnds[i])
      const unit = elasticity.shrink > 0 || elasticity.stretch > 0 ? spaces.width : 0
      const isTooWide = natural - gaps * unit * elasticity.shrink > width + tolerance
      if (isTooWide) continue
      stillNear.push(from)
      const ratio = adjustment(width - natural, gaps * unit, elasticity)
      // The last line, and one before a forced break, may be as short as it is.
      const isFree = isForced && ratio > 0
      const badness = isFree ? 0 : Math.min(worst, 100 * Math.abs(ratio) ** 3)
      const tightness = isFree ? 1 : tightnessOf(ratio)
      let cost = (linePenalty + badness) ** 2
      if (kinds[i] === stopKind.hyphen) {
        cost += hyphenPenalty ** 2
        if (from >= 0 && kinds[from] === stopKind.hyphen) cost += consecutiveHyphens
      }
      if (from >= 0) {
        if (Math.abs(fitness[from] - tightness) > 1) cost += unlikeNeighbours
        const above = previous[from] < 0 ? 0 : offsets[previous[from]]
        cost +=
          riverDemerits * spaces.underEachOther(above, contentEnds[from], start, contentEnds[i])
      }
      if (isLast && avoidsLoneWord && from >= 0 && gaps === 0) cost += loneWordDemerits
      const total = (from < 0 ? 0 : demerits[from]) + cost
      if (total < demerits[i]) {
        demerits[i] = total
        previous[i] = from
        fitness[i] = tightness
      }
    }
    active = stillNear
    if (demerits[i] < Infinity) {
      if (isForced) active = [i]
      else active.push(i)
    } else if (isForced) return undefined
    if (active.length === 0) return undefined
  }
  const chosen: number[] = []
  for (let i = count - 1; i >= 0; i = previous[i]) chosen.push(i)
  return chosen.reverse()
}

/** How much of its stretch or shrink a line takes, as a share; over 1 is more than it should. */
function adjustment(room: number, spaces: number, { stretch, shrink }: Elasticity): number {
  if (room === 0) return 0
  const give = spaces * (room > 0 ? stretch : shrink)
  return give > 0 ? room / give : room > 0 ? 4 : -1
}

/** Tight, normal, loose, very loose. */
function tightnessOf(ratio: number): number {
  if (ratio < -0.5) return 0
  if (ratio <= 0.5) return 1
  return ratio <= 1 ? 2 : 3
}

/** The word spaces of a paragraph: how many there are between two offsets, and where they stand. */
function spacesIn({ paragraph, widths }: Breakable) {
  const { text } = paragraph
  const before = new Uint32Array(text.length + 1)
  const offsets: number[] = []
  let total = 0
  for (let i = 0; i < text.length; i++) {
    before[i] = offsets.length
    if (text.charCodeAt(i) !== 0x20) continue
    offsets.push(i)
    total += widths[i + 1] - widths[i]
  }
  before[text.length] = offsets.length
  const width = offsets.length > 0 ? total / offsets.length : 0
  const count = (start: number, end: number) => before[end] - before[start]
  return {
    /** Of a space, on average. */
    width,
    count,
    /** How many spaces of one line stand above spaces of the next. */
    underEachOther(aStart: number, aEnd: number, bStart: number, bEnd: number): number {
      let found = 0
      let j = before[bStart]
      for (let i = before[aStart]; i < before[aEnd]; i++) {
        const x = widths[offsets[i]] - widths[aStart]
        while (j < before[bEnd] && widths[offsets[j]] - widths[bStart] < x - width / 2) j++
        if (j < before[bEnd] && widths[offsets[j]] - widths[bStart] <= x + width / 2) found++
      }
      return found
    },
  }
}
