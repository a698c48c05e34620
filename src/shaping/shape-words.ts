import type { Face, Segment, ShapedText } from '../fonts/index.ts'
import type { Shape } from './shape-cache.ts'

/** A text that was put together from words, each shaped once. */
export interface WordwiseText {
  readonly shaped: ShapedText
  /**
   * What the last advance before an offset changes by when the line ends there, in font units: the
   * kerning with the space behind it falls away. Undefined where it is 0 everywhere.
   */
  readonly endDeltas?: Int32Array
}

interface Word {
  readonly shaped: ShapedText
  /** Whether any of its glyphs stands off its place. */
  readonly isOffset: boolean
  /** The characters of its first and last clusters. */
  readonly first: string
  readonly last: string
  /** Of clusters of one character, that character; otherwise -1. */
  readonly firstCode: number
  readonly lastCode: number
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
  readonly words: Map<string, Word>
  readonly gaps: Map<number | string, Gap | undefined>
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
      book = { words: new Map(), gaps: new Map(), compared: 0, isTrusted: true }
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

/** The pieces of the text at hand, kept between calls so that none is made for each word. */
const pieces: (Word | Gap)[] = []
const places: number[] = []

function assembled(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
): WordwiseText | undefined {
  const { length } = text
  let count = 0
  let glyphCount = 0
  let hasOffsets = false
  let hasDeltas = false
  let before: Word | undefined
  for (let at = 0; at < length; ) {
    const gapStart = at
    while (at < length && text.charCodeAt(at) === space) at++
    const wordStart = at
    while (at < length && text.charCodeAt(at) !== space) at++
    const word = at > wordStart ? wordOf(text.slice(wordStart, at), book, face, segment) : undefined
    if (wordStart > gapStart) {
      const gap = gapOf(before, wordStart - gapStart, word, book, face, segment)
      if (!gap) return undefined
      if (gap.delta !== 0 || gap.spaceDelta !== 0) hasDeltas = true
      pieces[count] = gap
      places[count++] = gapStart
      glyphCount += gap.spaces.glyphs.length
    }
    if (word) {
      if (word.isOffset) hasOffsets = true
      pieces[count] = word
      places[count++] = wordStart
      glyphCount += word.shaped.glyphs.length
    }
    before = word
  }
  const glyphs = new Uint32Array(glyphCount)
  const advances = new Int32Array(glyphCount)
  const clusters = new Uint32Array(glyphCount)
  const unsafe = new Uint8Array(glyphCount)
  const offsetsX = hasOffsets ? new Int32Array(glyphCount) : zeros(glyphCount)
  const offsetsY = hasOffsets ? new Int32Array(glyphCount) : zeros(glyphCount)
  const endDeltas = hasDeltas ? new Int32Array(length + 1) : undefined
  let g = 0
  for (let p = 0; p < count; p++) {
    const piece = pieces[p]
    const start = places[p]
    const isGap = 'spaces' in piece
    const shaped = isGap ? piece.spaces : piece.shaped
    if (isGap && endDeltas) {
      if (piece.delta !== 0) advances[g - 1] += piece.delta
      endDeltas[start] = -piece.delta
      endDeltas[start + piece.spaces.glyphs.length] = -piece.spaceDelta
    }
    const first = g
    for (let i = 0; i < shaped.glyphs.length; i++, g++) {
      glyphs[g] = shaped.glyphs[i]
      advances[g] = shaped.advances[i]
      clusters[g] = shaped.clusters[i] + start
      unsafe[g] = shaped.unsafe[i]
    }
    if (!isGap && piece.isOffset) {
      offsetsX.set(shaped.offsetsX, first)
      offsetsY.set(shaped.offsetsY, first)
    }
    if (p > 0 && !isGap && g > first) {
      const gap = pieces[p - 1]
      if ('spaces' in gap && gap.isNextUnsafe) unsafe[first] = 1
    }
  }
  const shaped = { glyphs, advances, offsetsX, offsetsY, clusters, unsafe }
  return endDeltas ? { shaped, endDeltas } : { shaped }
}

let zero = new Int32Array(1024)

/** Offsets of a text none of whose glyphs stands off its place: one block of them serves all. */
function zeros(count: number): Int32Array {
  if (count > zero.length) zero = new Int32Array(count * 2)
  return zero.subarray(0, count)
}

function wordOf(text: string, book: Book, face: Face, segment: Segment): Word {
  const known = book.words.get(text)
  if (known) return known
  const shaped = face.shape(text, segment)
  const { clusters, offsetsX, offsetsY, glyphs } = shaped
  let isOffset = false
  for (let i = 0; i < glyphs.length; i++) {
    if (offsetsX[i] !== 0 || offsetsY[i] !== 0) isOffset = true
  }
  const lastStart = glyphs.length > 0 ? clusters[glyphs.length - 1] : 0
  let firstEnd = text.length
  for (let i = glyphs.length - 1; i >= 0; i--) if (clusters[i] > 0) firstEnd = clusters[i]
  const [first, last] = [text.slice(0, firstEnd), text.slice(lastStart)]
  const word = { shaped, isOffset, first, last, firstCode: codeOf(first), lastCode: codeOf(last) }
  if (book.words.size >= mostEntries) book.words.clear()
  book.words.set(text, word)
  return word
}

const codeOf = (cluster: string) => (cluster.length === 1 ? cluster.charCodeAt(0) : -1)

/** Undefined where the words beside the gap are not what they are by themselves. */
function gapOf(
  before: Word | undefined,
  count: number,
  after: Word | undefined,
  book: Book,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const [left, right] = [before?.last ?? '', after?.first ?? '']
  const [leftCode, rightCode] = [before ? before.lastCode : 0, after ? after.firstCode : 0]
  const isSimple = count === 1 && leftCode >= 0 && rightCode >= 0
  const key = isSimple ? leftCode * 0x10000 + rightCode : `${left}\0${count}\0${right}`
  let gap = book.gaps.get(key)
  if (gap === undefined && !book.gaps.has(key)) {
    gap = shapedGap(left, count, right, face, segment)
    if (book.gaps.size >= mostEntries) book.gaps.clear()
    book.gaps.set(key, gap)
  }
  if (!gap) return undefined
  // A cluster that its own word has changed may be kerned as the changed glyph is: not known here.
  if (before && !endsAs(before, left, face, segment, book)) return undefined
  if (after && !startsAs(after, right, face, segment, book)) return undefined
  return gap
}

/** Whether the last glyphs of a word are those that its last cluster has by itself. */
function endsAs(word: Word, last: string, face: Face, segment: Segment, book: Book): boolean {
  const alone = wordOf(last, book, face, segment).shaped.glyphs
  const { glyphs } = word.shaped
  for (let i = 1; i <= alone.length; i++) {
    if (alone[alone.length - i] !== glyphs[glyphs.length - i]) return false
  }
  return true
}

function startsAs(word: Word, first: string, face: Face, segment: Segment, book: Book): boolean {
  const alone = wordOf(first, book, face, segment).shaped.glyphs
  return alone.every((glyph, i) => glyph === word.shaped.glyphs[i])
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
