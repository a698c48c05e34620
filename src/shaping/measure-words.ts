import type { Face, Segment } from '../fonts/index.ts'
import { dividedWords, none, type Scratch } from './divide-words.ts'
import type { Book } from './word-book.ts'
import { gapOf } from './word-gaps.ts'
import { type WordTable, wordFlag } from './word-table.ts'
import type { TextAhead } from './words-ahead.ts'

/**
 * The words of a text set on one line, as numbers: one entry of each array a word. Lengths are in
 * font units. The arrays are longer than they have words, and used again for the next text.
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
  /** How they were shaped. */
  segment: Segment | undefined
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
  const count = dividedWords(text, book, face, segment, scratch, ahead)
  if (count === undefined) return false
  if (count > line.from.length) Object.assign(line, wordRows(count * 2))
  const { starts, ends, words } = scratch
  const { from, to, deltas } = line
  const table = book.words
  let along = 0
  let before: number = none
  let end = 0
  let known = 0
  for (let i = 0; i < count; i++) {
    const word = words[i]
    const start = starts[i]
    if (start > end) {
      const gap = gapOf(before, start - end, word, book, face, segment)
      if (!gap) return false
      along += gap.delta + gap.advance
      if (i > 0) deltas[i - 1] = gap.delta
    }
    if (word === none) break
    if ((table.flags[word] & wordFlag.lacksGlyph) !== 0) return false
    end = ends[i]
    from[i] = along
    along += table.advance(word)
    to[i] = along
    deltas[i] = 0
    before = word
    known = i + 1
  }
  line.count = known
  line.total = along
  line.starts = starts
  line.ends = ends
  line.words = words
  line.table = table
  line.segment = segment
  return true
}
