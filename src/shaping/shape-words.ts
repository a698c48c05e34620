import type { Face, Segment, ShapedText } from '../fonts/index.ts'
import type { Shape } from './shape-cache.ts'
import { firstHash, nextHash, type WordTable, type Writable, wordTable } from './word-table.ts'

/** A text that was put together from words, each shaped once. */
export interface WordwiseText {
  readonly shaped: ShapedText
  /**
   * What the last advance before an offset changes by when the line ends there, in font units: the
   * kerning with the space behind it falls away. Undefined where it is 0 everywhere.
   */
  readonly endDeltas?: Int32Array
}

/** Spaces between two words, as they are shaped between the clusters beside them. */
interface Gap {
  readonly spaces: ShapedText
  /** What the advance before the spaces differs by from that at the end of a line. */
  readonly delta: number
  /** The same of the last space, which is kerned with what follows it. */
  readonly spaceDelta: number
  /** Whether the first glyph behind the spaces would differ, were the text broken before it. */
  readonly isNextUnsafe: boolean
}

/** What is known of words in one face, script, language and set of features. */
interface Book {
  readonly words: WordTable
  readonly gaps: Map<string, Gap | undefined>
  /** Gaps of one space between ASCII letters, by these. */
  readonly usualGaps: (Gap | undefined)[]
  /** The glyph of each ASCII character by itself; -1 before it was asked. */
  readonly usualGlyphs: Int32Array
  /** How much text has been compared with the whole of it shaped at once. */
  compared: number
  isTrusted: boolean
}

/** Scripts whose words end at spaces, and change nothing beyond them but the kerning with the space. */
const wordScripts = new Set(['Latn', 'Grek', 'Cyrl', 'Armn', 'Geor'])

/** So many words, and gaps, are kept of a book; then it is begun anew. */
const mostEntries = 1 << 16
/** So many UTF-16 units of a face's first texts are shaped both ways, to know that it can be trusted. */
const enoughCompared = 4096
const mostBooks = 64
const space = 0x20

/** Shapes texts from words that were shaped before; undefined where that would not be the same. */
export type ShapeWords = (face: Face, text: string, segment: Segment) => WordwiseText | undefined

/**
 * A shaper with a cache of words. Between words, the space is kerned with the letters beside it:
 * the gap is shaped between its two neighbours, and kept by them. Whether a font does more than
 * that across spaces is found out by shaping its first texts as a whole, too.
 */
export function wordShaper(shape: Shape): ShapeWords {
  const books = new Map<Face, Map<Segment, Book>>()
  let bookCount = 0

  function bookOf(face: Face, segment: Segment): Book {
    let ofFace = books.get(face)
    if (!ofFace) {
      ofFace = new Map()
      books.set(face, ofFace)
    }
    let book = ofFace.get(segment)
    if (!book) {
      if (++bookCount > mostBooks) {
        books.clear()
        bookCount = 1
        ofFace = new Map()
        books.set(face, ofFace)
      }
      book = {
        words: wordTable(mostEntries),
        gaps: new Map(),
        usualGaps: [],
        usualGlyphs: new Int32Array(128).fill(-1),
        compared: 0,
        isTrusted: true,
      }
      ofFace.set(segment, book)
    }
    return book
  }

  return (face, text, segment) => {
    if (segment.direction === 'rtl' || !wordScripts.has(segment.script)) return undefined
    const book = bookOf(face, segment)
    if (!book.isTrusted) return undefined
    const wordwise = assembled(text, book, face, segment)
    if (!wordwise || book.compared >= enoughCompared) return wordwise
    book.compared += text.length
    const whole = shape(face, text, segment)
    if (isSame(whole, wordwise.shaped)) return wordwise
    book.isTrusted = false
    return undefined
  }
}

function isSame(a: ShapedText, b: ShapedText): boolean {
  if (a.glyphs.length !== b.glyphs.length) return false
  for (let i = 0; i < a.glyphs.length; i++) {
    if (a.glyphs[i] !== b.glyphs[i] || a.clusters[i] !== b.clusters[i]) return false
    if (a.advances[i] !== b.advances[i] || a.offsetsX[i] !== b.offsetsX[i]) return false
    if (a.offsetsY[i] !== b.offsetsY[i]) return false
  }
  return true
}

/** The words of the text at hand and the gaps before them, kept between calls so that none is made anew. */
let words = new Int32Array(1024)
let starts = new Int32Array(1024)
let ends = new Int32Array(1024)
const gaps: (Gap | undefined)[] = []

/** No word: the spaces before it end the text. */
const none = -1
const unknown = -2

function makeRoom(count: number) {
  if (count < words.length) return
  const larger = [words, starts, ends].map(block => {
    const next = new Int32Array(block.length * 2)
    next.set(block)
    return next
  })
  ;[words, starts, ends] = larger
}

/**
 * The words of a text, all in the table; how many there are. Undefined where the table does not
 * hold so many different ones at a time.
 */
function dividedWords(text: string, book: Book, face: Face, segment: Segment): number | undefined {
  for (const isAgain of [false, true]) {
    const count = divide(text, book)
    const list = unknownWords(text, count)
    // The clusters at the ends of words are looked up by themselves, and need room as well.
    if (book.words.size + list.length * 2 <= mostEntries) {
      if (list.length > 0) learnWords(list, text, count, book, face, segment)
      return count
    }
    if (isAgain) return undefined
    book.words.clear()
  }
  return undefined
}

/** Divides a text at its spaces; gives how many words there are, the last of them maybe empty. */
function divide(text: string, book: Book): number {
  const { length } = text
  let count = 0
  for (let at = 0; at < length; count++) {
    makeRoom(count)
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
      word = book.words.find(text, start, at, hash)
      if (word < 0) word = unknown
    }
    words[count] = word
  }
  return count
}

function unknownWords(text: string, count: number): string[] {
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
): WordwiseText | undefined {
  const { length } = text
  const count = dividedWords(text, book, face, segment)
  if (count === undefined) return undefined
  const table = book.words
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
    glyphs: new Uint32Array(glyphCount),
    advances: new Int32Array(glyphCount),
    clusters: new Uint32Array(glyphCount),
    unsafe: new Uint8Array(glyphCount),
    offsetsX: hasOffsets ? new Int32Array(glyphCount) : zeros(glyphCount),
    offsetsY: hasOffsets ? new Int32Array(glyphCount) : zeros(glyphCount),
  }
  const endDeltas = hasDeltas ? new Int32Array(length + 1) : undefined
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

let zero = new Int32Array(1024)

/** Offsets of a text none of whose glyphs stands off its place: one block of them serves all. */
function zeros(count: number): Int32Array {
  if (count > zero.length) zero = new Int32Array(count * 2)
  return zero.subarray(0, count)
}

/** Stands between words that are shaped together; no font kerns with it, and it is left out again. */
const separator = '\n'

/** Shapes words that are not known yet, all at once: a call costs as much as some letters. */
function learnWords(
  list: readonly string[],
  text: string,
  count: number,
  book: Book,
  face: Face,
  segment: Segment,
) {
  if (list.some(word => word.includes(separator))) {
    for (const word of list) numberOf(word, book, face, segment)
  } else {
    const source = face.shape(list.join(separator), segment)
    const { clusters } = source
    let glyph = 0
    let base = 0
    for (const word of list) {
      const from = glyph
      const end = base + word.length
      while (glyph < clusters.length && clusters[glyph] < end) glyph++
      book.words.add(word, source, from, glyph, base)
      if (clusters[glyph] === end) glyph++
      base = end + 1
    }
  }
  for (let i = 0; i < count; i++) {
    if (words[i] === unknown) words[i] = find(book, text.slice(starts[i], ends[i]))
  }
}

function find(book: Book, word: string): number {
  let hash = firstHash
  for (let i = 0; i < word.length; i++) hash = nextHash(hash, word.charCodeAt(i))
  return book.words.find(word, 0, word.length, hash)
}

/** The number of a word by itself, which is shaped where it is not known. */
function numberOf(word: string, book: Book, face: Face, segment: Segment): number {
  const known = find(book, word)
  if (known >= 0) return known
  const source = face.shape(word, segment)
  return book.words.add(word, source, 0, source.glyphs.length, 0)
}

/** What `endFlags` say of a word. */
const [startsPlain, startsOther, endsPlain, endsOther] = [1, 2, 4, 8]

/** Undefined where the words beside the gap are not what they are by themselves. */
function gapOf(
  before: number,
  count: number,
  after: number,
  book: Book,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const table = book.words
  // A cluster that its own word has changed may be kerned as the changed glyph is: not known here.
  if (before >= 0 && !isPlainAt(before, endsPlain, endsOther, book, face, segment)) return undefined
  if (after >= 0 && !isPlainAt(after, startsPlain, startsOther, book, face, segment))
    return undefined
  const leftCode = before < 0 ? 0 : table.lastCode(before)
  const rightCode = after < 0 ? 0 : table.firstCode(after)
  const isUsual = count === 1 && ((leftCode | rightCode) & ~0x7f) === 0
  const index = (leftCode << 7) | rightCode
  if (isUsual && book.usualGaps[index]) return book.usualGaps[index]
  const left = before < 0 ? '' : table.last(before)
  const right = after < 0 ? '' : table.first(after)
  const key = `${left}\0${count}\0${right}`
  let gap = book.gaps.get(key)
  if (gap === undefined && !book.gaps.has(key)) {
    gap = shapedGap(left, count, right, face, segment)
    if (book.gaps.size >= mostEntries) book.gaps.clear()
    book.gaps.set(key, gap)
  }
  if (isUsual) book.usualGaps[index] = gap
  return gap
}

/** Whether the first or last cluster of a word has the glyphs that it has by itself; found out once. */
function isPlainAt(
  word: number,
  plain: number,
  other: number,
  book: Book,
  face: Face,
  segment: Segment,
): boolean {
  const table = book.words
  const flags = table.endFlags[word]
  if ((flags & (plain | other)) !== 0) return (flags & plain) !== 0
  const isStart = plain === startsPlain
  const code = isStart ? table.firstCode(word) : table.lastCode(word)
  const total = table.glyphCount(word)
  let isPlain = true
  if (total > 1 && code >= 0 && code < 0x80) {
    let alone = book.usualGlyphs[code]
    if (alone < 0) {
      const shaped = face.shape(String.fromCharCode(code), segment).glyphs
      alone = shaped.length === 1 ? shaped[0] : 0
      book.usualGlyphs[code] = alone
    }
    isPlain = alone === table.glyph(word, isStart ? 0 : total - 1)
  } else if (total > 1) {
    const cluster = isStart ? table.first(word) : table.last(word)
    const alone = numberOf(cluster, book, face, segment)
    const count = table.glyphCount(alone)
    const from = isStart ? 0 : total - count
    for (let i = 0; i < count; i++) {
      if (table.glyph(alone, i) !== table.glyph(word, from + i)) isPlain = false
    }
  }
  table.endFlags[word] = flags | (isPlain ? plain : other)
  return isPlain
}

function shapedGap(
  left: string,
  count: number,
  right: string,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const inContext = face.shape(left + ' '.repeat(count) + right, segment)
  const [leftAlone, rightAlone] = [left, right].map(text =>
    text === '' ? undefined : face.shape(text, segment),
  )
  const leftCount = leftAlone?.glyphs.length ?? 0
  const rightCount = rightAlone?.glyphs.length ?? 0
  const total = inContext.glyphs.length
  if (total !== leftCount + count + rightCount) return undefined
  let delta = 0
  for (let i = 0; i < leftCount; i++) {
    const difference = differs(inContext, i, leftAlone, i)
    if (difference !== 0 && i < leftCount - 1) return undefined
    delta = difference
  }
  for (let i = 0; i < rightCount; i++) {
    if (differs(inContext, leftCount + count + i, rightAlone, i) !== 0) return undefined
  }
  if (Number.isNaN(delta)) return undefined
  const [from, to] = [leftCount, leftCount + count]
  for (let i = from; i < to; i++) {
    if (inContext.offsetsX[i] !== 0 || inContext.offsetsY[i] !== 0) return undefined
  }
  const spaces = {
    glyphs: inContext.glyphs.slice(from, to),
    advances: inContext.advances.slice(from, to),
    offsetsX: inContext.offsetsX.slice(from, to),
    offsetsY: inContext.offsetsY.slice(from, to),
    clusters: inContext.clusters.slice(from, to).map(cluster => cluster - left.length),
    unsafe: inContext.unsafe.slice(from, to),
  }
  const atEnd = face.shape(left + ' '.repeat(count), segment)
  if (atEnd.glyphs.length !== to) return undefined
  const spaceDelta = right === '' ? 0 : differs(inContext, to - 1, atEnd, to - 1)
  if (Number.isNaN(spaceDelta)) return undefined
  return { spaces, delta, spaceDelta, isNextUnsafe: inContext.unsafe[to] === 1 }
}

/** By how much an advance differs; `NaN` where more than that does. */
function differs(a: ShapedText, i: number, b: ShapedText | undefined, j: number): number {
  if (!b || a.glyphs[i] !== b.glyphs[j]) return Number.NaN
  if (a.offsetsX[i] !== b.offsetsX[j] || a.offsetsY[i] !== b.offsetsY[j]) return Number.NaN
  return a.advances[i] - b.advances[j]
}
