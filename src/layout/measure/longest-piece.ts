import type { WordLine } from '../../shaping/index.ts'
import type { SizedMark } from './ellipsis-mark.ts'
import { alongCluster, goesOnAsOne, longestWord } from './plain-places.ts'
import type { PlainStyle } from './plain-style.ts'
import { prefixAdvance } from './prefix-advance.ts'
import { tolerance } from './stop-rows.ts'

/** A stretch of a paragraph that is shaped as one, with its words. */
interface WordStretch {
  /** The offset of its start in the paragraph. */
  readonly start: number
  readonly piece: string
  readonly words: WordLine
  readonly scale: number
  /** Its start along the paragraph, in units. */
  readonly x: number
  /** The style of the paragraph, and that of a letter. */
  readonly base: PlainStyle
  readonly styleAt: (offset: number) => PlainStyle
}

/** The start of a line that is to be cut, and what it has room for. */
export interface LongLine {
  /** The offset that it starts at. */
  readonly start: number
  /** The same, in units along the paragraph. */
  readonly x: number
  readonly room: number
  /** Whether it ends with the mark of what is left out. */
  readonly isMarked: boolean
}

/** As much of a line as goes into its room. */
export interface CutPiece {
  /** The offset of its end. */
  readonly offset: number
  /** With the mark, in units. */
  readonly width: number
  /** The end of its letters along the paragraph, in units. */
  readonly next: number
}

/** Where it takes more than the glyphs of words to tell. */
export const unknown = 'unknown'

/**
 * The longest piece of a line that ends inside a stretch; undefined if not even its first letter goes into
 * the room.
 */
export function longestPiece(
  stretch: WordStretch,
  line: LongLine,
): CutPiece | typeof unknown | undefined {
  const { start: origin, scale, words, x: begin } = stretch
  const { starts, ends, from, to, deltas, table, words: numbers } = words
  const { start, x, room } = line
  // Spacing after letters is rounded once, for all of a line: that of one which begins inside a word is its own.
  if (!table || (words.spacing && !line.isMarked)) return unknown
  for (let word = lastWordWithin(stretch, line); word >= 0; word--) {
    if (origin + ends[word] <= start) return undefined
    if (begin + from[word] * scale - x > room) continue
    if (ends[word] - starts[word] > longestWord) return unknown
    const least = Math.max(starts[word], start - origin)
    for (let offset = ends[word]; offset > least; offset--) {
      const isEnd = offset === ends[word]
      const glyph = isEnd ? -1 : table.glyphFrom(numbers[word], offset - starts[word])
      const along = isEnd ? to[word] : alongCluster(words, word, glyph)
      const next = begin + (isEnd ? along + deltas[word] : along) * scale
      if (next - x > room) continue
      const isSafe =
        isEnd || (glyph >= 0 && table.isSafeAt(numbers[word], glyph, offset - starts[word]))
      const length = isSafe ? begin + along * scale - x : lengthTo(stretch, line, word, offset)
      const width = length === undefined ? undefined : widthOf(length, stretch, line, offset)
      if (width === undefined) return unknown
      if (width > room + tolerance) continue
      // The next line would begin inside a ligature.
      if (!line.isMarked && !isEnd && goesOnAsOne(word, offset - 1, words)) return unknown
      return withLigature(stretch, line, word, { offset: origin + offset, width, next })
    }
    // It begins with a ligature, of whose letters some may fit.
    if (least === starts[word] && goesOnAsOne(word, least, words)) return unknown
  }
  return undefined
}

/** The last word that begins within the room, or behind it by little: words are tried from there back. */
function lastWordWithin({ words, scale, x: begin }: WordStretch, { x, room }: LongLine): number {
  const { count, from } = words
  let low = 0
  let high = count - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (begin + from[middle] * scale - x <= room) low = middle
    else high = middle - 1
  }
  return count === 0 ? -1 : low
}

/** Letters of a ligature are as far along as all of it: some of them by themselves may still fit. */
function withLigature(
  stretch: WordStretch,
  line: LongLine,
  word: number,
  found: CutPiece,
): CutPiece | typeof unknown {
  const { start: origin, words } = stretch
  let longest = found
  while (goesOnAsOne(word, longest.offset - origin, words)) {
    const offset = longest.offset - origin + 1
    // The next line would begin inside a ligature.
    if (!line.isMarked || offset >= words.ends[word]) return unknown
    const length = lengthTo(stretch, line, word, offset)
    const width = length === undefined ? undefined : widthOf(length, stretch, line, offset)
    if (width === undefined) return unknown
    if (width > line.room + tolerance) break
    longest = { ...found, offset: origin + offset, width }
  }
  return longest
}

/** With the mark of the style at its end; undefined if what goes before it is not told by numbers. */
function widthOf(
  length: number,
  { start, base, styleAt }: WordStretch,
  { isMarked }: LongLine,
  offset: number,
): number | undefined {
  const own = styleAt(start + offset - 1)
  if (!isMarked) return withMark(length, noMark, own)
  const mark = own.style.ellipsis === base.style.ellipsis ? own.mark() : undefined
  return mark && withMark(length, mark, own)
}

const noMark: SizedMark = { widths: [], behind: 0, faces: [] }

/** Tracking stands between the last letter and the mark, and none behind the last of all. */
function withMark(length: number, { widths, behind }: SizedMark, { tracking }: PlainStyle): number {
  if (widths.length === 0) return length - tracking
  let width = length
  for (const one of widths) width += one
  return width + behind
}

/**
 * The length of a line that ends inside a word, where letters may be other ones than in the whole word, or
 * closer to each other. Undefined if that takes more than words.
 */
function lengthTo(
  { start: origin, piece, words, scale, x: begin, styleAt }: WordStretch,
  { start, x }: LongLine,
  word: number,
  end: number,
): number | undefined {
  const { starts, from, segment, spacing: added } = words
  if (!segment) return undefined
  const own = styleAt(origin + end - 1)
  const lineStart = start - origin
  if (!added && lineStart <= starts[word]) {
    const prefix = prefixAdvance(word, end - starts[word], piece, words, own)
    if (prefix !== undefined) return begin + (from[word] + prefix) * scale - x
  }
  const { tools, face, shaping } = own
  const measured = (first: number) =>
    tools.measurePiece(face, piece.slice(first, end), segment, shaping.spacing)
  // Spacing after letters is rounded once, for all of the line.
  if (!added && word > 0 && starts[word - 1] > lineStart) {
    const units = measured(starts[word - 1])
    return units === undefined ? undefined : begin + (from[word - 1] + units) * scale - x
  }
  if (lineStart < 0) return undefined
  const units = measured(lineStart)
  return units === undefined ? undefined : units * scale
}
