import type { Face, Segment } from '../fonts/index.ts'
import { dividedWords, none, type Scratch } from './divide-words.ts'
import type { Book } from './word-book.ts'
import { gapOf } from './word-gaps.ts'
import { firstHash, lacksGlyph, nextHash, type WordTable } from './word-table.ts'

/**
 * The words of a text set on one line, as numbers: one entry of each array a word. Lengths are in
 * font units. The arrays are longer than they have words, and used again.
 */
export interface WordLine {
  count: number
  /** How long all of it is where more follows: with the spaces at its end. */
  total: number
  /** Offsets in the text. */
  starts: Int32Array
  ends: Int32Array
  /** How far along a word begins, and how far one ends that ends its line. */
  from: Int32Array
  to: Int32Array
  /** What the kerning with the space behind it adds to a word. */
  deltas: Int32Array
  /** The numbers of the words in their table. */
  words: Int32Array
  table: WordTable | undefined
}

export function newWordLine(): WordLine {
  return { ...wordRows(64), count: 0, total: 0, table: undefined }
}

const wordRows = (length: number) => ({
  starts: new Int32Array(length),
  ends: new Int32Array(length),
  from: new Int32Array(length),
  to: new Int32Array(length),
  deltas: new Int32Array(length),
  words: new Int32Array(length),
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
): boolean {
  if (measuredKnown(text, book, face, segment, line)) return true
  const isLearned = dividedWords(text, book, face, segment, scratch) !== undefined
  return isLearned && measuredKnown(text, book, face, segment, line)
}

const space = 0x20

/**
 * The same of a text all of whose words are in the table: each is found, and measured, as it is
 * passed. False at the first that is not.
 */
function measuredKnown(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  line: WordLine,
): boolean {
  const { length } = text
  if ((length >> 1) + 2 > line.starts.length) Object.assign(line, wordRows(length + 2))
  const { starts, ends, from, to, deltas, words } = line
  const table = book.words
  let along = 0
  let before: number = none
  let count = 0
  for (let at = 0; at < length; ) {
    const end = at
    while (at < length && text.charCodeAt(at) === space) at++
    const width = at - end
    const start = at
    let hash = firstHash
    for (; at < length; at++) {
      const unit = text.charCodeAt(at)
      if (unit === space) break
      hash = nextHash(hash, unit)
    }
    const word = at > start ? table.find(text, start, at, hash) : none
    if (at > start && (word < 0 || (table.endFlags[word] & lacksGlyph) !== 0)) return false
    if (width > 0) {
      const gap = gapOf(before, width, word, book, face, segment)
      if (!gap) return false
      along += gap.delta + gap.advance
      if (count > 0) deltas[count - 1] = gap.delta
    }
    if (word === none) break
    starts[count] = start
    ends[count] = at
    words[count] = word
    from[count] = along
    along += table.advance(word)
    to[count] = along
    deltas[count++] = 0
    before = word
  }
  line.count = count
  line.total = along
  line.table = table
  return true
}
