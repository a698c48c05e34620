import type { Align } from '../frame.ts'
import type { LineExtents } from '../measure/line-box.ts'
import { trimmed } from '../measure/line-reach.ts'
import { measureStops } from '../measure/measured-stops.ts'
import { measuredPlainly } from '../measure/plain-script.ts'
import { shapedPlainly } from '../measure/plain-shaping.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import { StopRows, tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import { lineWriter } from './line-writer.ts'
import type { WrappedLines } from './wrapped-lines.ts'

/**
 * The places that lines may end at, in units along their paragraph; one entry of each array a place.
 * Those of all paragraphs lie behind each other: what is read in order is read in half the time.
 */
interface PlainStops {
  /** The first place of each paragraph; behind the last, how many there are. */
  readonly first: Uint32Array
  /** The end of a line at each place, and the start of the next. */
  readonly ends: Float64Array
  readonly starts: Float64Array
  /** The width of the spaces between them. */
  readonly hangs: Float64Array
  /** Offsets in the whole text. */
  readonly offsets: Uint32Array
  /** The length of all paragraphs together, in units. */
  readonly length: number
  /** Whether no place is before the one it follows, within each paragraph. */
  readonly areInOrder: boolean
}

/** A plain text that can be wrapped to any width. */
export interface PlainText {
  readonly text: string
  readonly own: PlainStyle
  /** Where each paragraph begins. */
  readonly paragraphs: Uint32Array
  /** Undefined where lines may not end wherever words may. */
  readonly stops: () => PlainStops | undefined
  /** The texts prepared for the general way, on demand. */
  readonly texts: () => readonly Breakable[]
}

/** Whether a text of a style is wrapped first fit, at its words alone, in rooms that are all as wide. */
const isSimplyWrapped = ({ style, hasUsualBreaks, marker, isOfWords }: PlainStyle) =>
  isOfWords &&
  hasUsualBreaks &&
  style.breaking === 'fast' &&
  style.align !== 'justify' &&
  !marker &&
  style.firstIndent === 0 &&
  style.startIndent === 0 &&
  style.endIndent === 0

/** Undefined where a text is more than its words. */
export function plainText(text: string, own: PlainStyle): PlainText | undefined {
  // Wrapped text is set in many widths, in most of which it has several lines.
  if (!isSimplyWrapped(own)) return undefined
  const paragraphs: number[] = []
  let offset = 0
  for (const piece of text.split('\n')) {
    paragraphs.push(offset)
    if (piece !== '' && !measuredPlainly(piece, own, text, offset + piece.length)) return undefined
    offset += piece.length + 1
  }
  /** Texts that are only set need none; `null` where there are none. */
  let stops: PlainStops | null | undefined
  let texts: readonly Breakable[] | undefined
  return {
    text,
    own,
    paragraphs: new Uint32Array(paragraphs),
    stops() {
      if (stops === undefined) stops = plainStops(text, own) ?? null
      return stops ?? undefined
    },
    texts() {
      texts ??= shapedPlainly(text, own)
      return texts
    },
  }
}

function plainStops(text: string, own: PlainStyle): PlainStops | undefined {
  const first: number[] = []
  const [ends, starts, hangs, offsets]: [number[], number[], number[], number[]] = [[], [], [], []]
  let areInOrder = true
  let length = 0
  let offset = 0
  for (const piece of text.split('\n')) {
    first.push(ends.length)
    if (piece !== '') {
      const words = measuredPlainly(piece, own, text, offset + piece.length)
      if (!words || !measureStops(piece, words, own, rows)) return undefined
      for (let i = 0; i < rows.count; i++) {
        if (i > 0 && rows.ends[i] < rows.ends[i - 1]) areInOrder = false
        ends.push(rows.ends[i])
        starts.push(rows.nexts[i])
        hangs.push(rows.hangs[i])
        offsets.push(offset + rows.offsets[i])
      }
      length += rows.ends[rows.count - 1]
    }
    offset += piece.length + 1
  }
  first.push(ends.length)
  return {
    length,
    areInOrder,
    first: new Uint32Array(first),
    ends: new Float64Array(ends),
    starts: new Float64Array(starts),
    hangs: new Float64Array(hangs),
    offsets: new Uint32Array(offsets),
  }
}

/** The stops of the paragraph at hand. */
const rows = new StopRows()

/**
 * Wraps a plain text: the lines of a layout of that width, by comparing one number a place. Undefined
 * where a word is wider than the line, or where the last line may not be of one word, or any line
 * is justified.
 */
export function wrapPlain(
  { paragraphs, stops: stopsOf, own }: PlainText,
  width: number,
  align: Align | undefined,
): WrappedLines | undefined {
  const isFirstFit = align !== 'justify' && own.style.loneWord !== 'avoid'
  const stops = isFirstFit ? stopsOf() : undefined
  if (!stops) return undefined
  const { padding, reach, style, tools } = own
  const limit = Math.max(0, width - padding.inlineStart - padding.inlineEnd) + tolerance
  const { first, ends, starts, hangs, offsets, areInOrder } = stops
  const trims = {
    first: (given: LineExtents) => trimmed(given, style, tools, true, false),
    last: (given: LineExtents) => trimmed(given, style, tools, false, true),
  }
  // Lines are not full: of those that the length makes, and one a paragraph, some more.
  const about = Math.ceil((1.1 * stops.length) / Math.max(1, limit)) + paragraphs.length
  const lines = lineWriter(padding, trims, Math.min(about, offsets.length + paragraphs.length))
  /** The number of places in the line before: the next has about as many. */
  let step = 0
  for (let p = 0; p < paragraphs.length; p++) {
    const count = first[p + 1]
    let from = paragraphs[p]
    let x = 0
    if (p > 0) lines.space(own.space)
    if (first[p] === count) lines.add(from, from, 0, 0, reach)
    for (let next = first[p]; next < count; ) {
      if (ends[next] - x > limit) return undefined
      let last = areInOrder ? Math.min(next + step, count - 1) : next
      if (ends[last] - x > limit) while (ends[last] - x > limit) last--
      else while (last + 1 < count && ends[last + 1] - x <= limit) last++
      step = last - next
      lines.add(from, offsets[last], ends[last] - x, hangs[last], reach)
      x = starts[last]
      from = offsets[last]
      next = last + 1
    }
  }
  return lines.end()
}
