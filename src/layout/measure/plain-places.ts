import { alongGlyph, type WordLine } from '../../shaping/index.ts'

/** Within a word glyphs are counted from its start: of longer ones that would take too long. */
export const longestWord = 256

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
