import { alongGlyph, type WordLine } from '../shaping/index.ts'
import type { SizedMark } from './cut-line.ts'
import { prefixAdvance } from './measure/prefix-advance.ts'
import { tolerance } from './measure/stop-rows.ts'
import { longestWord } from './plain-places.ts'
import type { PlainStyle } from './plain-style.ts'

/** A place in a plain text that a line begins at. */
export interface LinePlace {
  readonly offset: number
  /** The word that it stands in, or before. */
  readonly word: number
  /** The position along the text, in font units. */
  readonly along: number
  /** Whether what goes on from there is shaped as it stands in the text. */
  readonly isSafe: boolean
}

/** A line that ends where none may by the text: its end, and how wide it is, in units. */
interface ShortLine {
  readonly end: LinePlace
  readonly width: number
}

/**
 * The longest line from a place on that goes into a room, with the mark of what is left out behind it
 * where there is one; undefined if none does, or where it takes more than the glyphs of words to
 * tell. Up to the end of word `last`.
 */
export function shortLine(
  text: string,
  words: WordLine,
  start: LinePlace,
  last: number,
  room: number,
  mark: SizedMark | undefined,
  own: PlainStyle,
): ShortLine | undefined {
  const { starts, ends, from, to, deltas, table, words: numbers } = words
  const { scale } = own
  if (!table) return undefined
  const origin = start.along * scale
  let word = start.word
  while (word < last && from[word + 1] * scale - origin <= room) word++
  for (; word >= start.word; word--) {
    const first = starts[word]
    if (ends[word] - first > longestWord) return undefined
    const least = Math.max(first, start.offset)
    for (let offset = ends[word]; offset > least; offset--) {
      const isEnd = offset === ends[word]
      const glyph = isEnd ? -1 : table.glyphFrom(numbers[word], offset - first)
      const along = isEnd ? to[word] : alongCluster(words, word, glyph)
      const reached = isEnd ? along + deltas[word] : along
      if (reached * scale - origin > room) continue
      const isSafe = isEnd || (glyph >= 0 && table.isSafeAt(numbers[word], glyph, offset - first))
      const units =
        isSafe && start.isSafe
          ? along - start.along
          : unitsOf(text, words, start, word, offset, own)
      if (units === undefined) return undefined
      const width = withMark(units * scale, mark, own)
      if (width > room + tolerance) continue
      const place = { offset, word, along: reached, isSafe }
      // The next line would begin inside a ligature.
      if (!mark && goesOnAsOne(word, offset, words)) return undefined
      return withLigature(text, words, start, { end: place, width }, room, mark, own)
    }
  }
  return undefined
}

/** Letters of a ligature are as far along as all of it: some of them by themselves may still fit. */
function withLigature(
  text: string,
  words: WordLine,
  start: LinePlace,
  line: ShortLine,
  room: number,
  mark: SizedMark | undefined,
  own: PlainStyle,
): ShortLine | undefined {
  const { word, along } = line.end
  let longest = line
  while (goesOnAsOne(word, longest.end.offset, words)) {
    const offset = longest.end.offset + 1
    const units =
      offset < words.ends[word] ? unitsOf(text, words, start, word, offset, own) : undefined
    if (units === undefined) return undefined
    const width = withMark(units * own.scale, mark, own)
    if (width > room + tolerance) break
    longest = { end: { offset, word, along, isSafe: false }, width }
  }
  return longest
}

/**
 * The length of a line that ends inside a word: its letters may change there, or move closer. Text
 * before the previous word is not affected.
 */
function unitsOf(
  text: string,
  words: WordLine,
  start: LinePlace,
  word: number,
  end: number,
  own: PlainStyle,
): number | undefined {
  const { starts, from, segment, spacing: added } = words
  const {
    tools,
    face,
    shaping: { spacing },
  } = own
  if (!segment) return undefined
  if (start.isSafe && !added && start.offset <= starts[word]) {
    const prefix = prefixAdvance(word, end - starts[word], text, words, own)
    if (prefix !== undefined) return from[word] - start.along + prefix
  }
  // Spacing after letters is rounded once, for all of it.
  const isParted = start.isSafe && !added && word > 0 && starts[word - 1] > start.offset
  const first = isParted ? starts[word - 1] : start.offset
  const units = tools.measurePiece(face, text.slice(first, end), segment, spacing)
  if (units === undefined || !isParted) return units
  return from[word - 1] - start.along + units
}

/** Tracking stands between the last letter and the mark, and none behind the last of all. */
export function withMark(
  length: number,
  mark: SizedMark | undefined,
  { tracking }: PlainStyle,
): number {
  if (!mark || mark.widths.length === 0) return length - tracking
  let width = length
  for (const one of mark.widths) width += one
  return width + mark.behind
}

/** The position of a glyph's start within a word; the last cluster ends where the word does. */
export const alongCluster = (words: WordLine, word: number, glyph: number) =>
  glyph < 0 ? words.to[word] : alongGlyph(words, word, glyph)

/** Whether the letters behind a place are of one glyph, and so as far along as each other. */
export function goesOnAsOne(
  word: number,
  offset: number,
  { count, starts, ends, from, to, deltas, table, words }: WordLine,
): boolean {
  if (offset + 1 >= ends[word]) {
    return word + 1 < count && from[word + 1] === to[word] + deltas[word]
  }
  const behind = offset + 1 - starts[word]
  return table?.glyphFrom(words[word], behind) === table?.glyphFrom(words[word], behind + 1)
}

const textBegin: LinePlace = { offset: 0, word: 0, along: 0, isSafe: true }

/** The start of a line, as a position in the words of a text. */
export function linePlace(offset: number, words: WordLine, from = 0): LinePlace {
  // With the spaces that a text begins with.
  if (offset === 0) return textBegin
  const { count, starts, ends, table } = words
  let word = from
  while (word + 1 < count && ends[word] <= offset) word++
  const inside = offset - starts[word]
  const glyph = inside > 0 && table ? table.glyphFrom(words.words[word], inside) : 0
  return { offset, word, along: alongCluster(words, word, glyph), isSafe: true }
}
