import type { WordLine } from '../shaping/index.ts'
import type { PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/** A place in a plain text that a line begins at. */
export interface LinePlace {
  readonly offset: number
  /** The word that it stands in, or before. */
  readonly word: number
  /** How far along the text it is, in font units. */
  readonly along: number
  /** Whether what goes on from there is shaped as it stands in the text. */
  readonly isSafe: boolean
}

/** A line that ends where none may by the text: its end, and how wide it is, in units. */
export interface ShortLine {
  readonly end: LinePlace
  readonly width: number
}

/** Within a word glyphs are counted from its start: of longer ones that would take too long. */
export const longestWord = 256

/**
 * The longest line from a place on that goes into a room with runs of such widths behind it, the mark
 * of what is left out; undefined where none does, or where it takes more than the glyphs of words to
 * tell. Up to the end of word `last`.
 */
export function shortLine(
  text: string,
  words: WordLine,
  start: LinePlace,
  last: number,
  room: number,
  behind: readonly number[],
  own: PlainStyle,
): ShortLine | undefined {
  const { starts, ends, from, to, deltas, table } = words
  const { scale } = own
  if (!table) return undefined
  const origin = start.along * scale
  let word = start.word
  while (word < last && from[word + 1] * scale - origin <= room) word++
  for (; word >= start.word; word--) {
    const first = starts[word]
    if (ends[word] - first > longestWord) return undefined
    const number = words.words[word]
    const count = table.glyphCount(number)
    let glyph = count
    let along = to[word]
    const least = Math.max(first, start.offset)
    for (let offset = ends[word]; offset > least; offset--) {
      const isEnd = offset === ends[word]
      while (!isEnd && glyph > 0 && table.cluster(number, glyph - 1) >= offset - first) {
        along -= table.glyphAdvance(number, --glyph)
      }
      const reached = isEnd ? along + deltas[word] : along
      if (reached * scale - origin > room) continue
      const isSafe = isEnd || (glyph < count && table.isSafeAt(number, glyph, offset - first))
      const units = isSafe && start.isSafe ? along - start.along : measured(start, offset)
      if (units === undefined) return undefined
      let width = units * scale
      for (const one of behind) width += one
      if (width > room + tolerance) continue
      if (goesOnAsOne(word, offset)) return undefined
      return { end: { offset, word, along: reached, isSafe }, width }
    }
  }
  return undefined

  /** Of letters that are other ones, or closer to each other, where no others stand beside them. */
  function measured({ offset }: LinePlace, end: number): number | undefined {
    const { segment } = words
    return segment && own.tools.measurePiece(own.face, text.slice(offset, end), segment)
  }

  /** Whether the letters behind a place are of one glyph, and so as far along as each other. */
  function goesOnAsOne(word: number, offset: number): boolean {
    if (offset + 1 >= ends[word]) {
      return word + 1 < words.count && from[word + 1] === to[word] + deltas[word]
    }
    const number = words.words[word]
    const behind = offset + 1 - starts[word]
    return table?.glyphFrom(number, behind) === table?.glyphFrom(number, behind + 1)
  }
}

/** Where a line begins, in the words of a text from one on. */
export function linePlace(offset: number, words: WordLine, from = 0): LinePlace {
  const { count, starts, ends, table } = words
  let word = from
  while (word + 1 < count && ends[word] <= offset) word++
  const inside = offset - starts[word]
  const glyph = inside > 0 && table ? table.glyphFrom(words.words[word], inside) : 0
  const within = glyph > 0 && table ? table.advanceTo(words.words[word], glyph) : 0
  return { offset, word, along: words.from[word] + within, isSafe: true }
}
