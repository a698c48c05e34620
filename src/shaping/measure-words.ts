import type { Face, Segment } from '../fonts/index.ts'
import { dividedWords, makeRoom, none, type Scratch } from './divide-words.ts'
import { addedUnits, type Spacing } from './spacing.ts'
import type { Book } from './word-book.ts'
import { gapOf } from './word-gaps.ts'
import { firstHash, nextHash, type WordTable, wordFlag } from './word-table.ts'
import type { TextAhead } from './words-ahead.ts'

/**
 * The words of a text set on one line, as numbers: one entry of each array a word. Lengths are in
 * font units. The arrays are longer than they have words, and used again for the next text.
 */
export interface WordLine {
  count: number
  /** The length of everything if more follows: with the spaces at its end. */
  total: number
  /** Offsets in the text. */
  starts: Int32Array
  ends: Int32Array
  /** The position at which each word begins; `to` is where it ends at the end of a line. */
  from: Int32Array
  to: Int32Array
  /** The kerning that the space after a word adds to it. */
  deltas: Int32Array
  /** The numbers of the words in their table. */
  words: Int32Array
  table: WordTable | undefined
  /** The segment that they were shaped in. */
  segment: Segment | undefined
  /** The spacing after clusters, which `from`, `to` and `total` include. */
  spacing: LineSpacing | undefined
}

/** The spacing after clusters: their number before each word, and how many of them are spaces. */
interface LineSpacing {
  readonly spacing: Spacing
  readonly unitsPerEm: number
  clusters: Int32Array
  spaces: Int32Array
}

export function newWordLine(): WordLine {
  const none = new Int32Array()
  return {
    ...wordRows(64),
    starts: none,
    ends: none,
    words: none,
    count: 0,
    total: 0,
    table: undefined,
    segment: undefined,
    spacing: undefined,
  }
}

const wordRows = (length: number) => ({
  from: new Int32Array(length),
  to: new Int32Array(length),
  deltas: new Int32Array(length),
})

/**
 * Writes into a line what the words of a text are; false where they are not all there is to it:
 * where a letter beside a space is another one there, or no face has it.
 */
export function measuredWords(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  scratch: Scratch,
  line: WordLine,
  ahead: TextAhead | undefined,
): boolean {
  let known = measuredKnown(text, book, face, segment, scratch, line)
  if (known === undefined) {
    if (dividedWords(text, book, face, segment, scratch, ahead) === undefined) return false
    known = measuredKnown(text, book, face, segment, scratch, line)
  }
  return known === true
}

const space = 0x20

/** Measures a text in one pass; false as above, and undefined where it has a word that is not known. */
function measuredKnown(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  scratch: Scratch,
  line: WordLine,
): boolean | undefined {
  const { length } = text
  makeRoom(scratch, (length >> 1) + 2)
  const { starts, ends, words } = scratch
  if (starts.length > line.from.length) Object.assign(line, wordRows(starts.length))
  const { from, to, deltas } = line
  const table = book.words
  const { advances, flags } = table
  let [count, along, end] = [0, 0, 0]
  let before: number = none
  for (let at = 0; at < length; ) {
    while (at < length && text.charCodeAt(at) === space) at++
    const start = at
    let hash = firstHash
    for (; at < length; at++) {
      const unit = text.charCodeAt(at)
      if (unit === space) break
      hash = nextHash(hash, unit)
    }
    const word = at > start ? table.find(text, start, at, hash) : none
    if (at > start && word < 0) return undefined
    if (start > end) {
      const gap = gapOf(before, start - end, word, book, face, segment)
      if (!gap) return false
      along += gap.delta + gap.advance
      if (count > 0) deltas[count - 1] = gap.delta
    }
    if (word === none) break
    if ((flags[word] & wordFlag.lacksGlyph) !== 0) return false
    starts[count] = start
    ends[count] = at
    words[count] = word
    from[count] = along
    along += advances[word]
    to[count] = along
    deltas[count] = 0
    count++
    before = word
    end = at
  }
  line.count = count
  line.total = along
  line.starts = starts
  line.ends = ends
  line.words = words
  line.table = table
  line.segment = segment
  return true
}

/** Writes the words of a text into a line of which each cluster has something behind it. */
export function addSpacing(
  words: WordLine,
  text: string,
  spacing: Spacing,
  { metrics: { unitsPerEm } }: Face,
  into: WordLine,
): void {
  const { count, starts, ends, table } = words
  if (count > into.from.length) Object.assign(into, wordRows(count * 2))
  const { from, to } = into
  const known = into.spacing?.clusters.length ?? 0
  const rows = into.spacing && known >= count ? into.spacing : spacingRows(from.length)
  const { clusters, spaces } = rows
  let [before, gaps, end] = [0, 0, 0]
  for (let i = 0; i < count; i++) {
    const gap = starts[i] - end
    before += gap
    gaps += gap
    clusters[i] = before
    spaces[i] = gaps
    from[i] = words.from[i] + addedUnits(before, gaps, spacing, unitsPerEm)
    before += table?.clusterCount(words.words[i]) ?? 0
    to[i] = words.to[i] + addedUnits(before, gaps, spacing, unitsPerEm)
    end = ends[i]
  }
  const behind = text.length - end
  const added = addedUnits(before + behind, gaps + behind, spacing, unitsPerEm)
  const { deltas, words: numbers, segment } = words
  const total = words.total + added
  const own = { spacing, unitsPerEm, clusters, spaces }
  Object.assign(into, { count, total, starts, ends, deltas, words: numbers, table, segment })
  into.spacing = own
}

const spacingRows = (length: number) => ({
  clusters: new Int32Array(length),
  spaces: new Int32Array(length),
})

/**
 * The position of a word's glyph along a text, with earlier spacing; after the last glyph, the
 * word's end.
 */
export function alongGlyph(
  { from, words, table, spacing }: WordLine,
  index: number,
  glyph: number,
): number {
  const word = words[index]
  const along = from[index] + (table?.advanceTo(word, glyph) ?? 0)
  return spacing && table
    ? along + addedInside(spacing, index, table.clusterCount(word, glyph))
    : along
}

/** The spacing after the first clusters of a word, in font units. */
function addedInside(
  { spacing, unitsPerEm, clusters, spaces }: LineSpacing,
  index: number,
  count: number,
): number {
  const [before, gaps] = [clusters[index], spaces[index]]
  const start = addedUnits(before, gaps, spacing, unitsPerEm)
  return addedUnits(before + count, gaps, spacing, unitsPerEm) - start
}
