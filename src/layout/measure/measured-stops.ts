import type { Face } from '../../fonts/index.ts'
import {
  alongGlyph,
  hasMissing,
  isOfWords,
  isUnbroken,
  type ShapingItem,
  shapedItem,
  type WordLine,
} from '../../shaping/index.ts'
import { breakKinds, firstBeyondPlain, plain, plainCharacters } from '../../unicode/index.ts'
import { softHyphen } from './content-end.ts'
import { hasHangingLetters } from './hanging-letters.ts'
import { hyphenText } from './hyphen-text.ts'
import { undivided } from './known-points.ts'
import type { LayoutTools } from './layout-tools.ts'
import { measuredItem } from './plain-item.ts'
import { type PlainRun, styledRun } from './plain-shaping.ts'
import { behindItem, hasSameBreaks, type PlainStyle } from './plain-style.ts'
import { stopKinds } from './shaped-stops.ts'
import { addShapedStops, type Pen } from './shaped-stretch.ts'
import { type StopRows, stopKind } from './stop-rows.ts'
import { pointsAt, pointsOf } from './word-points.ts'

/** A stretch of a paragraph that is shaped as one, with its words. */
interface Stretch {
  /** The offset of its start in the paragraph. */
  readonly start: number
  /** Its text. */
  readonly piece: string
  readonly words: WordLine
  readonly face: Face
  readonly scale: number
  /** The space behind its last letter, in units, which no line ends with. */
  readonly tracking: number
  /** The style of its first run, and the run that it is, if it may have several. */
  readonly own: PlainStyle
  readonly runs?: readonly PlainRun[]
  readonly first: number
}

const pen: Pen = { x: 0, end: 0, behind: 0, content: 0, isBegun: false }

/**
 * Writes the stops of a paragraph of words in one style into rows; false where widths of words do not
 * tell all that stops need.
 */
export function measureStops(
  text: string,
  words: WordLine,
  own: PlainStyle,
  rows: StopRows,
): boolean {
  if (hasHangingLetters(text)) return false
  begin(rows)
  const { face, scale, tracking } = own
  const whole = { start: 0, piece: text, words, face, scale, tracking, own, first: 0 }
  if (!addStops(whole, text, own, rows)) return false
  finish(text.length, rows)
  return true
}

/** The same of a paragraph in several styles, each run in the script it says, or all in one. */
export function measureRunStops(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
  rows: StopRows,
): boolean {
  begin(rows)
  let kinds: Uint8Array | undefined
  let widths: Float64Array | undefined
  for (let i = 0; i < runs.length; ) {
    if (runs[i].isTab) {
      rows.tabOffsets.push(runs[i++].start)
      rows.tabPlaces.push(pen.x)
      continue
    }
    const whole = runs[i].item
    if (whole && isShapedWhole(whole, text, own.tools)) {
      kinds ??= rows.isForEnd ? none : stopKinds(text, own.style, runs.map(styledRun), own.tools)
      widths ??= new Float64Array(text.length + 1)
      const run = shapedItem(whole, text, own.tools)
      const edges = { shapingText: text, widths, shape: own.tools.shape }
      if (!whole.box && hasMissing(run.shaped.glyphs)) return false
      if (!addShapedStops(run, kinds, edges, pen, rows)) return false
      i = behindItem(runs, i)
      continue
    }
    const item = measuredItem(text, runs, i, script)
    if (!item || hasHangingLetters(item.piece)) return false
    const { start, piece, words, scale } = item
    const { own: style, item: known } = runs[i]
    const stretch = {
      start,
      piece,
      words,
      face: known?.face ?? style.face,
      scale,
      tracking: known ? known.spacing.tracking * known.size : style.tracking,
      own: style,
      runs,
      first: i,
    }
    rows.firstRuns.push(i)
    rows.stretchStarts.push(pen.x)
    if (!addStops(stretch, text, own, rows)) return false
    i = item.next
  }
  finish(text.length, rows)
  return true
}

const none = new Uint8Array()

/** Whether a stretch is not put together from words: all of it is shaped. */
const isShapedWhole = (item: ShapingItem, text: string, tools: LayoutTools) =>
  !isOfWords(item, text, tools) || hasHangingLetters(text.slice(item.start, item.end))

function begin(rows: StopRows) {
  rows.clear()
  pen.x = 0
  pen.end = 0
  pen.behind = 0
  pen.content = 0
  pen.isBegun = false
}

function finish(length: number, rows: StopRows) {
  rows.add(pen.end, pen.x, pen.x - pen.behind, pen.content, length, stopKind.mandatory)
}

function addStops(stretch: Stretch, text: string, base: PlainStyle, rows: StopRows): boolean {
  const { start, piece, words, scale, tracking, runs } = stretch
  const { count, from, to, deltas, starts, ends } = words
  const { x } = pen
  let { own, first: run } = stretch
  const kinds = plainCharacters()
  let { end, behind, content, isBegun } = pen
  for (let i = 0; i < count; i++) {
    const at = start + starts[i]
    if (at > 0 && !rows.isForEnd) {
      // A hyphen that would be of another stretch.
      if (text.charCodeAt(at - 1) === softHyphen) return false
      const isUsual = isBegun && at > content && isUsualBreak(text, content, at, kinds)
      const mayBreak = isUsual || mayBreakAt(text, at, base)
      if (mayBreak === undefined) return false
      if (mayBreak) {
        const next = x + from[i] * scale
        rows.add(isBegun ? end : 0, next, next - behind, content, at, stopKind.allowed)
      }
    }
    isBegun = true
    content = start + ends[i]
    if (runs) {
      while (runs[run].end <= at) run++
      own = runs[run].own
    }
    // Parts of a word may be hyphenated differently.
    const isAsked = !rows.isForEnd
    if (isAsked && runs && runs[run].end < content && !areAllUsual(runs, run, content)) return false
    const areUsual = own.hasUsualBreaks && base.hasUsualBreaks
    if (isAsked && (!areUsual || !isUnbroken(i, piece, words, own.breaks))) {
      if (!addPoints(i, own, stretch, text, base, rows)) return false
    }
    // The kerning with the space behind it falls away where a line ends.
    behind = x + (to[i] + deltas[i]) * scale
    end = behind - tracking
    if (deltas[i] !== 0) end -= deltas[i] * scale
  }
  pen.x = x + words.total * scale
  pen.end = end
  pen.behind = behind
  pen.content = content
  pen.isBegun = isBegun
  return true
}

/** Whether runs from one on, up to an offset, are divided as most styles divide words. */
function areAllUsual(runs: readonly PlainRun[], first: number, end: number): boolean {
  for (let i = first; i < runs.length && runs[i].start < end; i++) {
    if (!runs[i].own.hasUsualBreaks) return false
  }
  return true
}

/** Letters of Hebrew and Arabic (UAX #14, HL and AL). */
const isLeftwardLetter = (code: number) =>
  (code >= 0x5d0 && code <= 0x5ea) || (code >= 0x620 && code <= 0x64a && code !== 0x640)

/** Whether a line may surely end at spaces: before a letter or a digit, behind one or what closes a word. */
function isUsualBreak(text: string, content: number, at: number, kinds: Uint8Array): boolean {
  // There may be controls of direction between them too.
  if (text.charCodeAt(at - 1) !== space) return false
  const [before, after] = [text.charCodeAt(content - 1), text.charCodeAt(at)]
  if (isLeftwardLetter(before) && isLeftwardLetter(after)) return true
  if (before >= firstBeyondPlain || after >= firstBeyondPlain) return false
  return (
    (kinds[after] & plain.alphanumeric) !== 0 &&
    (kinds[before] & (plain.alphanumeric | plain.closing)) !== 0
  )
}

/** Whether a line may end before a character, by the words around it; undefined if those are too long. */
function mayBreakAt(text: string, at: number, { breaks }: PlainStyle): boolean | undefined {
  const [from, to] = zoneAround(text, at)
  if (to - from > longestZone) return undefined
  return breakKinds(text.slice(from, to), breaks)[at - from] === stopKind.allowed
}

/** Words that are longer are not looked through at each of many places in them. */
const longestZone = 1024

/** The word before a place, and the one behind it; of longer ones more than `longestZone`. */
function zoneAround(text: string, at: number): readonly [from: number, to: number] {
  const first = Math.max(0, at - longestZone - 1)
  const last = Math.min(text.length, at + longestZone + 1)
  let from = at
  while (from > first && text.charCodeAt(from - 1) === space) from--
  while (from > first && text.charCodeAt(from - 1) !== space) from--
  let to = at
  while (to < last && text.charCodeAt(to) !== space) to++
  return [from, to]
}

const space = 0x20

/** Adds the stops inside a word, each with exact numbers of both of its parts. */
function addPoints(
  index: number,
  own: PlainStyle,
  stretch: Stretch,
  text: string,
  base: PlainStyle,
  rows: StopRows,
): boolean {
  const { start, piece, words, face, scale, tracking } = stretch
  const { from, to, deltas, starts, ends } = words
  const [first, last] = [start + starts[index], start + ends[index]]
  const isWhole =
    (first === 0 || text.charCodeAt(first - 1) === space) &&
    (last === text.length || text.charCodeAt(last) === space)
  const points =
    isWhole && hasSameBreaks(own, base)
      ? pointsOf(index, piece, words, own, face)
      : partPoints(index, own, stretch, text, base)
  if (points === undivided) return false
  if (!points) return true
  const { offsets, kinds, glyphs, befores, behinds } = points
  const { x } = pen
  for (let n = 0; n < offsets.length; n++) {
    const offset = first + offsets[n]
    if (kinds[n] === stopKind.hyphen) {
      rows.hyphenWidth = Math.max(rows.hyphenWidth, hyphenAdvance(face) * scale)
    }
    if (glyphs[n] >= 0) {
      const place = x + alongGlyph(words, index, glyphs[n]) * scale
      rows.add(place - tracking, place, 0, offset, offset, kinds[n])
      continue
    }
    const end = x + from[index] * scale + befores[n] * scale - tracking
    // Before a space the word is as much wider or narrower.
    const whole = x + (to[index] + deltas[index]) * scale
    const next = whole - (behinds[n] + deltas[index]) * scale
    rows.add(end, next, 0, offset, offset, kinds[n])
  }
  return true
}

/** The places inside of a part of a word, of which another part is in another style. */
function partPoints(
  index: number,
  own: PlainStyle,
  { start, words, face }: Stretch,
  text: string,
  base: PlainStyle,
) {
  // Its word is hyphenated as a whole, and may be in two languages.
  if (own.style.hyphenation) return undivided
  const first = start + words.starts[index]
  const [from, to] = zoneAround(text, first + 1)
  if (to - from > longestZone) return undivided
  const kinds = breakKinds(text.slice(from, to), base.breaks)
  const part = text.slice(first, start + words.ends[index])
  return pointsAt(kinds, first - from, index, part, words, own, face)
}

const hyphenAdvance = (face: Face) => face.advance(face.glyphOf(hyphenText({ face }).charCodeAt(0)))
