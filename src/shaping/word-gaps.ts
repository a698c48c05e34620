import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import type { Gap } from './gap.ts'
import { shapedInOrder } from './shape-pieces.ts'
import { textEdge } from './usual-gaps.ts'
import { type Book, mostEntries, numberOf } from './word-book.ts'
import { wordFlag } from './word-table.ts'

const { startsPlain, startsOther, endsPlain, endsOther } = wordFlag

/**
 * The gap between two words, or beside one (-1 stands for no word). Undefined if the words beside it
 * are not what they are by themselves.
 *
 * Worked input: for `ferry To`, the letters `y`, space and `T` are shaped together. `delta` is what
 * kerning before the space adds to the advance of `y`, `spaceDelta` what kerning with `T` adds to that
 * of the space; a line that ends behind `ferry` has neither. The words' own glyphs are not shaped again.
 */
export function gapOf(
  before: number,
  count: number,
  after: number,
  book: Book,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const table = book.words
  const { usualGaps } = book
  if (count === 1) {
    const known = usualGaps.numberAt(
      before < 0 ? textEdge : table.lastEdges[before],
      after < 0 ? textEdge : table.firstEdges[after],
    )
    if (known > 0) return usualGaps.gaps[known - 1]
  }
  // A cluster that its own word has changed may be kerned as the changed glyph is.
  const isPlainBefore =
    before < 0 ||
    (table.flags[before] & endsPlain) !== 0 ||
    isPlainAt(before, endsPlain, endsOther, book, face, segment)
  const isPlainAfter =
    after < 0 ||
    (table.flags[after] & startsPlain) !== 0 ||
    isPlainAt(after, startsPlain, startsOther, book, face, segment)
  if (!isPlainBefore || !isPlainAfter) {
    return gapOfChanged(before, count, after, book, face, segment)
  }
  const left = before < 0 ? '' : table.last(before)
  const right = after < 0 ? '' : table.first(after)
  const key = `${left}\0${count}\0${right}`
  let gap = book.gaps.get(key)
  if (gap === undefined && !book.gaps.has(key)) {
    gap = shapedGap(left, count, right, book, face, segment)
    if (book.gaps.size >= mostEntries) book.gaps.clear()
    book.gaps.set(key, gap)
  }
  if (count === 1 && gap) {
    if (before >= 0) table.lastEdges[before] = usualGaps.edgeOf(left)
    if (after >= 0) table.firstEdges[after] = usualGaps.edgeOf(right)
    usualGaps.add(usualGaps.edgeOf(left), usualGaps.edgeOf(right), gap)
  }
  return gap
}

/** More spaces than that are not looked for between two words. */
const mostSpaces = 64

/** Longer words are not shaped again for the spaces beside them. */
const longestShapedAgain = 64

/**
 * The gap beside a letter that its word has changed, as all words of Arabic do with theirs: between whole
 * words, and the same for all that begin and end with the same glyphs.
 */
function gapOfChanged(
  before: number,
  count: number,
  after: number,
  book: Book,
  face: Face,
  segment: Segment,
): Gap | undefined {
  if (count >= mostSpaces) return undefined
  const table = book.words
  const left = before < 0 ? 0 : table.edgeNumber(before, 'last')
  const right = after < 0 ? 0 : table.edgeNumber(after, 'first')
  const { changedGaps } = book
  if (changedGaps.clearings !== table.clearings) {
    changedGaps.gaps.clear()
    changedGaps.clearings = table.clearings
  }
  const { gaps } = changedGaps
  // Each word has two edges at most.
  const key = (left * mostEntries * 2 + right) * mostSpaces + count
  let gap = gaps.get(key)
  if (gap !== undefined || gaps.has(key)) return gap
  const [one, next] = [before, after].map(word => (word < 0 ? '' : table.text(word)))
  if (Math.max(one.length, next.length) > longestShapedAgain) return undefined
  const beside = (text: string) => (text === '' ? undefined : shapedInOrder(face, text, segment))
  gap = gapBetween(one, count, next, beside, face, segment)
  if (gaps.size >= mostEntries) gaps.clear()
  gaps.set(key, gap)
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
  const flags = table.flags[word]
  if ((flags & (plain | other)) !== 0) return (flags & plain) !== 0
  const isStart = plain === startsPlain
  const code = isStart ? table.firstCode(word) : table.lastCode(word)
  const total = table.glyphCount(word)
  let isPlain = true
  if (total > 1 && code >= 0 && code < 0x80) {
    let alone = book.usualGlyphs[code]
    if (alone < 0) {
      const shaped = shapedInOrder(face, String.fromCharCode(code), segment).glyphs
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
  table.flags[word] = flags | (isPlain ? plain : other)
  return isPlain
}

/** A few letters by themselves; there are few of them, and they are asked for again and again. */
function alone(text: string, book: Book, face: Face, segment: Segment): ShapedGlyphs | undefined {
  if (text === '') return undefined
  let shaped = book.alone.get(text)
  if (!shaped) {
    shaped = shapedInOrder(face, text, segment)
    if (book.alone.size >= mostEntries) book.alone.clear()
    book.alone.set(text, shaped)
  }
  return shaped
}

function shapedGap(
  left: string,
  count: number,
  right: string,
  book: Book,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const beside = (text: string) => alone(text, book, face, segment)
  return gapBetween(left, count, right, beside, face, segment)
}

/** `beside` gives what a part of the text is by itself. */
function gapBetween(
  left: string,
  count: number,
  right: string,
  beside: (text: string) => ShapedGlyphs | undefined,
  face: Face,
  segment: Segment,
): Gap | undefined {
  const inContext = shapedInOrder(face, left + ' '.repeat(count) + right, segment)
  const leftAlone = beside(left)
  const rightAlone = beside(right)
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
  const atEnd = beside(left + ' '.repeat(count))
  if (atEnd?.glyphs.length !== to) return undefined
  const spaceDelta = right === '' ? 0 : differs(inContext, to - 1, atEnd, to - 1)
  if (Number.isNaN(spaceDelta)) return undefined
  let advance = 0
  for (let i = 0; i < spaces.advances.length; i++) advance += spaces.advances[i]
  return { spaces, advance, delta, spaceDelta, isNextUnsafe: inContext.unsafe[to] === 1 }
}

/** By how much an advance differs; `NaN` where more than that does. */
function differs(a: ShapedGlyphs, i: number, b: ShapedGlyphs | undefined, j: number): number {
  if (!b || a.glyphs[i] !== b.glyphs[j]) return Number.NaN
  if (a.offsetsX[i] !== b.offsetsX[j] || a.offsetsY[i] !== b.offsetsY[j]) return Number.NaN
  return a.advances[i] - b.advances[j]
}
