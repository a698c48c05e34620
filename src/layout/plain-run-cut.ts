import { prefixAdvance } from './measure/prefix-advance.ts'
import { tolerance } from './measure/stop-rows.ts'
import { alongCluster, goesOnAsOne, withMark } from './plain-cut.ts'
import { type MeasuredItem, measuredItem } from './plain-item.ts'
import { alongAt, longestWord, wordAt } from './plain-places.ts'
import type { PlainRun } from './plain-shaping.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'

/** The last line of a text in several styles that is cut. */
interface CutRuns {
  readonly end: number
  /** With the mark, in units. */
  readonly width: number
}

/** A line that has to be cut. */
interface LongLine {
  readonly text: string
  /** The style of its paragraph. */
  readonly own: PlainStyle
  readonly runs: readonly PlainRun[]
  /** Its start, a safe place to break. */
  readonly start: number
  readonly room: number
  readonly script: number
}

/** The state of a line before runs that are shaped as one. */
interface ItemOnLine {
  /** The first of its runs. */
  readonly first: number
  /** Its start along the line, in the text as it is shaped. */
  readonly along: number
  /** Its start by the painted runs: a sum that may differ in its last digits. */
  readonly painted: number
}

/** Told where it takes more than the glyphs of words. */
const unknown = 'unknown'

/**
 * As much of a line as goes into its room with the mark of what is left out; undefined if nothing
 * does, or where it takes more than the glyphs of words to tell.
 */
export function cutRuns(line: LongLine): CutRuns | undefined {
  // The mark may be kerned with letters of another face, or stand at the other end; what is spaced is
  // rounded for all of a run.
  const isSimple = !line.runs[0].item && line.runs.every(isUnspaced)
  const items = isSimple ? itemsOnLine(line) : undefined
  if (!items) return undefined
  for (let i = items.length - 1; i >= 0; i--) {
    const found = cutItem(items[i], line)
    if (found) return found === unknown ? undefined : found
  }
  return undefined
}

const isUnspaced = ({ own: { shaping } }: PlainRun) =>
  shaping.spacing.tracking === 0 && shaping.spacing.word === 0

/** The items of a line, up to the first that reaches beyond its room. */
function itemsOnLine(line: LongLine): ItemOnLine[] | undefined {
  const { text, runs, start, room, script } = line
  const items: ItemOnLine[] = []
  let [along, painted] = [0, 0]
  for (let first = 0; first < runs.length && along <= room; ) {
    const next = behindItem(runs, first)
    if (runs[next - 1].end > start) {
      const item = measuredItem(text, runs, first, script)
      const places = item && placesOfRuns(line, first, item, item.end)
      if (!places) return undefined
      items.push({ first, along, painted })
      along += (item.words.total - places[0]) * item.scale
      painted = paintedAt(painted, places, line, first)
    }
    first = next
  }
  return items
}

/** The start of each run along an item, and the end of the last. */
function placesOfRuns(
  { runs, start: lineStart }: LongLine,
  first: number,
  { start, words }: MeasuredItem,
  end: number,
): number[] | undefined {
  const places: number[] = []
  let word = 0
  for (let at = Math.max(lineStart, start), run = first; ; at = Math.min(end, runs[run].end)) {
    word = wordAt(at - start, words, word)
    const place = alongAt(at - start, word, words)
    if (place === undefined) return undefined
    places.push(place)
    if (at === end) return places
    while (runs[run].end <= at) run++
  }
}

/** Adds what is between places, each in the scale of its run. */
function paintedAt(
  before: number,
  places: readonly number[],
  { runs, start }: LongLine,
  first: number,
): number {
  let run = first
  while (runs[run].end <= start) run++
  let painted = before
  for (let i = 1; i < places.length; i++) {
    painted += (places[i] - places[i - 1]) * runs[run++].own.scale
  }
  return painted
}

/** The line cut inside of an item, or behind it. */
function cutItem(
  { first, along: before, painted }: ItemOnLine,
  line: LongLine,
): CutRuns | typeof unknown | undefined {
  const { text, own, runs, start, room, script } = line
  const item = measuredItem(text, runs, first, script)
  if (!item) return unknown
  const { start: origin, scale, words } = item
  const { starts, ends, to, deltas, table, words: numbers, count } = words
  const from = Math.max(start - origin, 0)
  const begin = alongAt(from, wordAt(from, words), words)
  if (begin === undefined || !table) return unknown
  for (let word = count - 1; word >= 0 && ends[word] > from; word--) {
    const least = Math.max(starts[word], from)
    if (before + (words.from[word] - begin) * scale > room) continue
    if (ends[word] - starts[word] > longestWord) return unknown
    for (let offset = ends[word]; offset > least; offset--) {
      const isEnd = offset === ends[word]
      const inside = offset - starts[word]
      const glyph = isEnd ? -1 : table.glyphFrom(numbers[word], inside)
      const along = isEnd ? to[word] : alongCluster(words, word, glyph)
      const reached = isEnd ? along + deltas[word] : along
      if (before + (reached - begin) * scale > room) continue
      const places = placesOfRuns(line, first, item, origin + offset)
      if (!places) return unknown
      let run = first
      while (runs[run].end < origin + offset) run++
      const shown = runs[run].own
      const isSafe = isEnd || (glyph >= 0 && table.isSafeAt(numbers[word], glyph, inside))
      if (!isSafe) {
        // Letters may be other ones, or closer to each other, where no others stand beside them.
        const isParted = places.length > 2 && runs[run].start - origin > starts[word]
        const units = isParted ? undefined : unitsTo(item, from, begin, word, offset, shown)
        if (units === undefined) return unknown
        places[places.length - 1] = units
      } else places[places.length - 1] = along
      const mark = shown.style.ellipsis === own.style.ellipsis ? shown.mark() : undefined
      if (!mark) return unknown
      const width = withMark(paintedAt(painted, places, line, first), mark, shown)
      if (width > room + tolerance) continue
      if (goesOnAsOne(word, offset, words)) return unknown
      return { end: origin + offset, width }
    }
  }
  return undefined
}

/** The place of an offset inside a word, where nothing stands behind it, in font units. */
function unitsTo(
  { piece, words }: MeasuredItem,
  from: number,
  begin: number,
  word: number,
  to: number,
  own: PlainStyle,
): number | undefined {
  const { segment, starts } = words
  if (!segment) return undefined
  if (from <= starts[word]) {
    const prefix = prefixAdvance(word, to - starts[word], piece, words, own)
    if (prefix !== undefined) return words.from[word] + prefix
  }
  const { tools, face, shaping } = own
  const units = tools.measurePiece(face, piece.slice(from, to), segment, shaping.spacing)
  return units === undefined ? undefined : begin + units
}
