import { alongGlyph, type WordLine } from '../shaping/index.ts'

/** Within a word glyphs are counted from its start: of longer ones that would take too long. */
export const longestWord = 256

/** The word that an offset is in or before, from one on; how many there are behind the last. */
export function wordAt(offset: number, { count, ends }: WordLine, from = 0): number {
  let word = from
  while (word < count && offset > ends[word]) word++
  return word
}

/**
 * The position of an offset along its words, for the word that `wordAt` returned: within a
 * ligature, after all of it. Undefined if spaces make it unknown, or if it needs too many glyphs.
 */
export function alongAt(offset: number, word: number, words: WordLine): number | undefined {
  const { count, total, starts, ends, from, to, deltas, table } = words
  if (offset === 0) return 0
  if (word === count) return total
  if (offset === ends[word]) return to[word] + deltas[word]
  if (offset <= starts[word]) return offset === starts[word] ? from[word] : undefined
  if (ends[word] - starts[word] > longestWord) return undefined
  const glyph = table?.glyphFrom(words.words[word], offset - starts[word]) ?? -1
  return glyph < 0 ? undefined : alongGlyph(words, word, glyph)
}

/** Whether a line may end at an offset of its words as they stand. */
export function isSafePlace(offset: number, word: number, words: WordLine): boolean {
  const { count, starts, ends, table } = words
  if (word === count || offset <= starts[word] || offset === ends[word]) return true
  const inside = offset - starts[word]
  const glyph = table?.glyphFrom(words.words[word], inside) ?? -1
  return glyph >= 0 && table?.isSafeAt(words.words[word], glyph, inside) === true
}
