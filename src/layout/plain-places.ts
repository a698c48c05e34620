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
