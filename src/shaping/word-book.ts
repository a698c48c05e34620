import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import { covers } from './fallback.ts'
import type { Gap } from './gap.ts'
import { shapedInOrder } from './shape-pieces.ts'
import { UsualGaps } from './usual-gaps.ts'
import { firstHash, nextHash, WordTable, wordFlag } from './word-table.ts'

/** The known words of one face, script, language and set of features. */
export interface Book {
  readonly words: WordTable
  readonly gaps: Map<string, Gap | undefined>
  /** Gaps beside letters that their words have changed, by numbers of the table, and how often it was cleared. */
  readonly changedGaps: { readonly gaps: Map<number, Gap | undefined>; clearings: number }
  /** Ends of words, shaped by themselves to compare with. */
  readonly alone: Map<string, ShapedGlyphs>
  /** Those of one space, by the edges of words. */
  readonly usualGaps: UsualGaps
  /** The glyph of each ASCII character by itself; -1 before it was asked. */
  readonly usualGlyphs: Int32Array
}

/** So many words, and gaps, are kept of a book; then it is begun anew. */
export const mostEntries = 1 << 16

export function newBook(): Book {
  return {
    words: new WordTable(),
    gaps: new Map(),
    changedGaps: { gaps: new Map(), clearings: 0 },
    alone: new Map(),
    usualGaps: new UsualGaps(),
    usualGlyphs: new Int32Array(128).fill(-1),
  }
}

/** The size of a gap, or of the end of a word, with its glyphs; measured. */
const bytesPerGap = 700

/** The size of a book, in bytes. */
export function bytesOf({ words, gaps, changedGaps, alone, usualGaps, usualGlyphs }: Book): number {
  const fixed = usualGaps.bytes + usualGlyphs.byteLength
  return words.bytes + fixed + (gaps.size + changedGaps.gaps.size + alone.size) * bytesPerGap
}

/** Stands between words that are shaped together; no font kerns with it, and it is left out again. */
const separator = '\n'

/** Shapes words that are not known yet, all at once: a call costs as much as some letters. */
export function learnWords(list: readonly string[], book: Book, face: Face, segment: Segment) {
  if (list.some(word => word.includes(separator))) {
    for (const word of list) numberOf(word, book, face, segment)
  } else {
    const source = shapedInOrder(face, list.join(separator), segment)
    const { clusters } = source
    let glyph = 0
    let base = 0
    for (const word of list) {
      const from = glyph
      const end = base + word.length
      while (glyph < clusters.length && clusters[glyph] < end) glyph++
      enter(word, source, from, glyph, base, book, face)
      if (clusters[glyph] === end) glyph++
      base = end + 1
    }
  }
}

/** The number of a word; -1 where it is not known. */
export function findWord(book: Book, word: string): number {
  let hash = firstHash
  for (let i = 0; i < word.length; i++) hash = nextHash(hash, word.charCodeAt(i))
  return book.words.find(word, 0, word.length, hash)
}

/** The number of a word by itself, which is shaped where it is not known. */
export function numberOf(word: string, book: Book, face: Face, segment: Segment): number {
  const known = findWord(book, word)
  if (known >= 0) return known
  const source = shapedInOrder(face, word, segment)
  return enter(word, source, 0, source.glyphs.length, 0, book, face)
}

/**
 * Adds a word to a book, and gives its number. Engines put others in the place of some characters that a face
 * lacks: such a word goes into another face that has them (`faceRuns`), and lacks a glyph all the same.
 */
function enter(
  word: string,
  source: ShapedGlyphs,
  from: number,
  to: number,
  base: number,
  book: Book,
  face: Face,
): number {
  const number = book.words.add(word, source, from, to, base)
  if (beyondAscii.test(word) && !covers(face, word)) {
    book.words.flags[number] |= wordFlag.lacksGlyph
  }
  return number
}

const beyondAscii = /[\u0080-\uffff]/
