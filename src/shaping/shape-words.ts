import { glyphRows, int32Row } from '../blocks/index.ts'
import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import { dividedWords, newScratch, none, type Scratch } from './divide-words.ts'
import type { Gap } from './gap.ts'
import { addSpacing, measuredWords, newWordLine, type WordLine } from './measure-words.ts'
import type { Spacing } from './spacing.ts'
import { type Book, bytesOf, newBook } from './word-book.ts'
import { gapOf } from './word-gaps.ts'
import type { Writable } from './word-table.ts'
import type { TextAhead } from './words-ahead.ts'

/** A text that was put together from words, each shaped once. */
interface WordwiseText {
  readonly shaped: ShapedGlyphs
  /**
   * The change of the last advance before an offset if the line ends there, in font units: the
   * kerning with the following space is gone. Undefined if it is 0 everywhere.
   */
  readonly endDeltas?: Int32Array
}

/** Scripts whose words end at spaces, and change nothing beyond them but the kerning with the space. */
const wordScripts = new Set(['Latn', 'Grek', 'Cyrl', 'Armn', 'Geor'])

/** Scripts that run from right to left, with the features that shapers always apply to them. */
const leftwardScripts: ReadonlyMap<string, readonly string[]> = new Map([
  [
    'Arab',
    [
      'isol',
      'fina',
      'fin2',
      'fin3',
      'medi',
      'med2',
      'init',
      'cswh',
      'mset',
      'stch',
      'rtla',
      'rtlm',
    ],
  ],
  ['Hebr', ['rtla', 'rtlm']],
])

/** So much is kept of words, in bytes. */
const mostBytes = 1 << 26
const fractionSlash = '\u2044'

/** Shapes texts from words that were shaped before; undefined if that would not be the same. */
export type ShapeWords = (face: Face, text: string, segment: Segment) => WordwiseText | undefined

/**
 * The positions of words along a plain text, in a face whose spaces are independent of letters;
 * undefined if that is not all. The result is valid until the next call.
 */
export type MeasureWords = (
  face: Face,
  text: string,
  segment: Segment,
  spacing: Spacing,
  ahead?: TextAhead,
) => WordLine | undefined

/**
 * The length of a text that ends with a word, in font units, while another text's words are in use;
 * undefined if words are not all, or if the other words had to be cleared.
 */
export type MeasurePiece = (
  face: Face,
  text: string,
  segment: Segment,
  spacing: Spacing,
) => number | undefined

/** Whether a text is put together from words by `ShapeWords`, as far as its script and its face tell. */
export type HasWords = (face: Face, text: string, segment: Segment) => boolean

interface WordShaper {
  readonly has: HasWords
  readonly shape: ShapeWords
  readonly measure: MeasureWords
  readonly measurePiece: MeasurePiece
}

/**
 * A shaper with a cache of words. Between words, the space is kerned with the letters beside it:
 * the gap is shaped between its two neighbors, and kept by them. Fonts that do more than that
 * across spaces are left alone, as their tables say.
 */
export function wordShaper(): WordShaper {
  const books = new Map<Face, Map<Segment, Book>>()
  /** Every book with what takes it away and what it keeps, in the order they were asked for last. */
  const recent = new Map<Book, { readonly forget: () => void; bytes: number }>()
  let allBytes = 0
  const ofShaped = newScratch()
  const ofText = { scratch: newScratch(), line: newWordLine() }
  const ofPiece = { scratch: newScratch(), line: newWordLine() }
  const [spacedText, spacedPiece] = [newWordLine(), newWordLine()]

  /** The last measurement: a text is often set again in other frames and sizes. */
  let lastText: string | undefined
  let lastClearings = 0

  /** The book that was asked for last: most texts are of the same. */
  let last: { readonly face: Face; readonly segment: Segment; readonly book: Book } | undefined

  function bookOf(face: Face, segment: Segment): Book {
    if (last && last.face === face && last.segment === segment) return last.book
    const book = books.get(face)?.get(segment) ?? addedBook(face, segment)
    last = { face, segment, book }
    return book
  }

  function addedBook(face: Face, segment: Segment): Book {
    const ofFace = books.get(face) ?? new Map<Segment, Book>()
    books.set(face, ofFace)
    const book = newBook()
    ofFace.set(segment, book)
    const forget = () => {
      ofFace.delete(segment)
      if (ofFace.size === 0) books.delete(face)
      if (last?.book === book) last = undefined
    }
    recent.set(book, { forget, bytes: 0 })
    return book
  }

  /** Clears the books that were used longest ago, if all together are too large. */
  function keepWithinBounds(used: Book) {
    const kept = recent.get(used)
    if (!kept) return
    recent.delete(used)
    recent.set(used, kept)
    const bytes = bytesOf(used)
    allBytes += bytes - kept.bytes
    kept.bytes = bytes
    for (const [book, { forget, bytes }] of recent) {
      if (allBytes <= mostBytes || book === used) break
      allBytes -= bytes
      forget()
      recent.delete(book)
    }
  }

  return {
    has: hasWords,
    shape(face, text, segment) {
      if (!hasWords(face, text, segment)) return undefined
      const book = bookOf(face, segment)
      const known = book.words.size
      const wordwise = assembled(text, book, face, segment, ofShaped)
      if (book.words.size !== known) keepWithinBounds(book)
      return wordwise
    },
    measure(face, text, segment, spacing, ahead) {
      const book = bookOf(face, segment)
      const { words } = book
      const { scratch, line } = ofText
      const isLast = text === lastText && line.table === words && words.clearings === lastClearings
      if (!isLast) {
        lastText = undefined
        const known = words.size
        const measured = measuredWords(text, book, face, segment, scratch, line, ahead)
        if (words.size !== known) keepWithinBounds(book)
        if (!measured) return undefined
        lastText = text
        lastClearings = words.clearings
      }
      return withSpacing(line, text, spacing, face, spacedText)
    },
    measurePiece(face, text, segment, spacing) {
      const { scratch, line: plain } = ofPiece
      const book = bookOf(face, segment)
      const { clearings } = book.words
      const measured = measuredWords(text, book, face, segment, scratch, plain, undefined)
      if (!measured) return undefined
      const line = withSpacing(plain, text, spacing, face, spacedPiece)
      const isForgotten = book.words.clearings !== clearings
      return !isForgotten && line.count > 0 ? line.to[line.count - 1] : undefined
    },
  }
}

/** Around a fraction slash, shapers turn on the fractions of a font, which may look over spaces. */
const hasWords: HasWords = (face, text, segment) =>
  isOfWordsIn(face, segment) && !text.includes(fractionSlash)

const ofWords = new WeakMap<Face, WeakMap<Segment, boolean>>()

/** Whether words of a segment are by themselves in a face: asked for each text, and found out once. */
function isOfWordsIn(face: Face, segment: Segment): boolean {
  let known = ofWords.get(face)
  if (!known) {
    known = new WeakMap()
    ofWords.set(face, known)
  }
  let answer = known.get(segment)
  if (answer === undefined) {
    const { script, features, direction } = segment
    const unasked = direction === 'rtl' ? leftwardScripts.get(script) : []
    const isAble = direction === 'rtl' ? unasked !== undefined : wordScripts.has(script)
    answer = isAble && face.spacesStandAlone([...features, ...(unasked ?? [])])
    known.set(segment, answer)
  }
  return answer
}

/** The words themselves where nothing is added behind their letters. */
function withSpacing(
  words: WordLine,
  text: string,
  spacing: Spacing,
  face: Face,
  into: WordLine,
): WordLine {
  if (spacing.tracking === 0 && spacing.word === 0) return words
  addSpacing(words, text, spacing, face, into)
  return into
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
    glyphCount += table.glyphCount(word)
  }
  const shaped = glyphRows(glyphCount)
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
