import { bytesRow, int32Row, uint32Row } from '../blocks/index.ts'
import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import { type Book, bytesOf, findWord, learnWords, mostEntries, newBook } from './word-book.ts'
import { type Gap, gapOf } from './word-gaps.ts'
import { firstHash, nextHash, type Writable } from './word-table.ts'

/** A text that was put together from words, each shaped once. */
export interface WordwiseText {
  readonly shaped: ShapedGlyphs
  /**
   * What the last advance before an offset changes by when the line ends there, in font units: the
   * kerning with the space behind it falls away. Undefined where it is 0 everywhere.
   */
  readonly endDeltas?: Int32Array
}

/** Scripts whose words end at spaces, and change nothing beyond them but the kerning with the space. */
const wordScripts = new Set(['Latn', 'Grek', 'Cyrl', 'Armn', 'Geor'])

/** So much is kept of words, in bytes. */
const mostBytes = 1 << 26
const space = 0x20
const fractionSlash = '\u2044'

/** Shapes texts from words that were shaped before; undefined where that would not be the same. */
export type ShapeWords = (face: Face, text: string, segment: Segment) => WordwiseText | undefined

/**
 * A shaper with a cache of words. Between words, the space is kerned with the letters beside it:
 * the gap is shaped between its two neighbours, and kept by them. Fonts that do more than that
 * across spaces are left alone, as their tables say.
 */
export function wordShaper(): ShapeWords {
  const books = new Map<Face, Map<Segment, Book>>()
  /** Every book with what takes it away, in the order they were asked for last. */
  const recent = new Map<Book, () => void>()
  const scratch = newScratch()

  function bookOf(face: Face, segment: Segment): Book {
    const known = books.get(face)?.get(segment)
    if (known) return known
    const ofFace = books.get(face) ?? new Map<Segment, Book>()
    books.set(face, ofFace)
    const book = newBook()
    ofFace.set(segment, book)
    recent.set(book, () => {
      ofFace.delete(segment)
      if (ofFace.size === 0) books.delete(face)
    })
    return book
  }

  /** Of books that together keep too much, those used longest ago are forgotten. */
  function keepWithinBounds(used: Book) {
    const remove = recent.get(used)
    if (!remove) return
    recent.delete(used)
    recent.set(used, remove)
    let bytes = 0
    for (const book of recent.keys()) bytes += bytesOf(book)
    for (const [book, forget] of recent) {
      if (bytes <= mostBytes || book === used) break
      bytes -= bytesOf(book)
      forget()
      recent.delete(book)
    }
  }

  return (face, text, segment) => {
    if (segment.direction === 'rtl' || !wordScripts.has(segment.script)) return undefined
    if (!face.spacesStandAlone(segment.features)) return undefined
    // Around this, shapers turn on the fractions of a font, which may look over spaces.
    if (text.includes(fractionSlash)) return undefined
    const book = bookOf(face, segment)
    const known = book.words.size
    const wordwise = assembled(text, book, face, segment, scratch)
    if (book.words.size !== known) keepWithinBounds(book)
    return wordwise
  }
}

/** The words of the text at hand and the gaps before them, kept between calls so that none is made anew. */
interface Scratch {
  words: Int32Array
  starts: Int32Array
  ends: Int32Array
  readonly gaps: (Gap | undefined)[]
  /** Serves as the offsets of every text none of whose glyphs stands off its place. */
  zeros: Int32Array<ArrayBuffer>
}

const newScratch = (): Scratch => ({
  words: new Int32Array(256),
  starts: new Int32Array(256),
  ends: new Int32Array(256),
  gaps: [],
  zeros: new Int32Array(1024),
})

/** No word: the spaces before it end the text. */
const none = -1
const unknown = -2

function makeRoom(scratch: Scratch, count: number) {
  if (count <= scratch.words.length) return
  scratch.words = new Int32Array(count * 2)
  scratch.starts = new Int32Array(count * 2)
  scratch.ends = new Int32Array(count * 2)
}

/**
 * The words of a text, all in the table; how many there are. Undefined where the table does not
 * hold so many different ones at a time.
 */
function dividedWords(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  scratch: Scratch,
): number | undefined {
  for (const isAgain of [false, true]) {
    const count = divide(text, book, scratch)
    const { words, starts, ends } = scratch
    const list = unknownWords(text, count, scratch)
    if (list.some(isNotByItself)) return undefined
    // The clusters at the ends of words are looked up by themselves, and need room as well.
    if (book.words.size + list.length * 2 <= mostEntries) {
      if (list.length > 0) {
        learnWords(list, book, face, segment)
        for (let i = 0; i < count; i++) {
          if (words[i] === unknown) words[i] = findWord(book, text.slice(starts[i], ends[i]))
        }
      }
      return count
    }
    if (isAgain) return undefined
    book.words.clear()
  }
  return undefined
}

/** A mark at the start of a word stands on the space before it. */
const isNotByItself = (word: string) => /^\p{M}/u.test(word)

/** Divides a text at its spaces; gives how many words there are, the last of them maybe empty. */
function divide(text: string, book: Book, scratch: Scratch): number {
  const { length } = text
  makeRoom(scratch, (length >> 1) + 2)
  const { words, starts, ends } = scratch
  const table = book.words
  let count = 0
  for (let at = 0; at < length; count++) {
    while (at < length && text.charCodeAt(at) === space) at++
    const start = at
    let hash = firstHash
    for (; at < length; at++) {
      const unit = text.charCodeAt(at)
      if (unit === space) break
      hash = nextHash(hash, unit)
    }
    starts[count] = start
    ends[count] = at
    let word = none
    if (at > start) {
      word = table.find(text, start, at, hash)
      if (word < 0) word = unknown
    }
    words[count] = word
  }
  return count
}

function unknownWords(text: string, count: number, { words, starts, ends }: Scratch): string[] {
  const list = new Set<string>()
  for (let i = 0; i < count; i++) {
    if (words[i] === unknown) list.add(text.slice(starts[i], ends[i]))
  }
  return [...list]
}

function assembled(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  scratch: Scratch,
): WordwiseText | undefined {
  const { length } = text
  const count = dividedWords(text, book, face, segment, scratch)
  if (count === undefined) return undefined
  const table = book.words
  const { words, starts, ends, gaps } = scratch
  let glyphCount = 0
  let hasOffsets = false
  let hasDeltas = false
  for (let i = 0, end = 0; i < count; end = ends[i++]) {
    const word = words[i]
    const width = starts[i] - end
    gaps[i] = undefined
    if (width > 0) {
      const gap = gapOf(i > 0 ? words[i - 1] : none, width, word, book, face, segment)
      if (!gap) return undefined
      if (gap.delta !== 0 || gap.spaceDelta !== 0) hasDeltas = true
      gaps[i] = gap
      glyphCount += width
    }
    if (word === none) continue
    if (table.isOffset(word)) hasOffsets = true
    glyphCount += table.glyphCount(word)
  }
  const shaped = {
    glyphs: uint32Row(glyphCount),
    advances: int32Row(glyphCount),
    clusters: uint32Row(glyphCount),
    unsafe: bytesRow(glyphCount),
    offsetsX: hasOffsets ? int32Row(glyphCount) : zeros(scratch, glyphCount),
    offsetsY: hasOffsets ? int32Row(glyphCount) : zeros(scratch, glyphCount),
  }
  const endDeltas = hasDeltas ? int32Row(length + 1) : undefined
  let g = 0
  for (let w = 0; w < count; w++) {
    const gap = gaps[w]
    const start = starts[w]
    if (gap) g = writeGap(gap, shaped, endDeltas, g, start)
    if (words[w] === none) continue
    const first = g
    g = table.write(words[w], shaped, g, start)
    if (g > first) shaped.unsafe[first] = gap?.isNextUnsafe ? 1 : 0
  }
  return endDeltas ? { shaped, endDeltas } : { shaped }
}

/** Spaces, with what they do to the letter before them; gives the next index. */
function writeGap(
  { spaces, delta, spaceDelta }: Gap,
  into: Writable,
  endDeltas: Int32Array | undefined,
  first: number,
  end: number,
): number {
  const count = spaces.glyphs.length
  const start = end - count
  if (endDeltas) {
    if (delta !== 0) into.advances[first - 1] += delta
    endDeltas[start] = -delta
    endDeltas[end] = -spaceDelta
  }
  for (let i = 0; i < count; i++) {
    into.glyphs[first + i] = spaces.glyphs[i]
    into.advances[first + i] = spaces.advances[i]
    into.clusters[first + i] = start + i
    into.unsafe[first + i] = spaces.unsafe[i]
  }
  return first + count
}

function zeros(scratch: Scratch, count: number): Int32Array<ArrayBuffer> {
  if (count > scratch.zeros.length) scratch.zeros = new Int32Array(count * 2)
  return scratch.zeros.subarray(0, count)
}
