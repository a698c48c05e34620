import { graphemes } from '../../unicode/index.ts'
import { type BrokenLine, lineByNumbers, lineOf } from '../measure/line-of.ts'
import { startAt } from '../measure/shaped-stops.ts'
import { firstStopBehind, stopKind, tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import { lastFitting } from './first-fit.ts'

/** The room for a line of a paragraph, counted from 0. */
export type RoomOf = (line: number) => number

/** The lines of a paragraph from an offset on, first fit: each takes as much as goes into its width. */
export function* fastLines(
  text: Breakable,
  roomOf: RoomOf,
  { offset = 0, line: first = 0 }: Partial<LineStart> = {},
): Generator<BrokenLine> {
  const { length } = text.paragraph.text
  const { rows } = text.breaks()
  // A text may go on over a thousand pages.
  let next = firstStopBehind(rows, offset)
  let start = offset
  for (let index = first; start < length; index++) {
    while (rows.offsets[next] <= start) next++
    const line = firstFit(text, start, next, roomOf(index))
    yield line
    start = line.end
  }
  if (length === 0) yield { start: 0, end: 0, contentEnd: 0, runs: [], width: 0 }
}

/** The start of a line in its paragraph, and its index there. */
export interface LineStart {
  readonly offset: number
  readonly line: number
}

function firstFit(text: Breakable, start: number, next: number, width: number): BrokenLine {
  const { rows, widths, isExact, largestSize } = text.breaks()
  const { offsets, nexts, ends, kinds } = rows
  const known = startAt(text.paragraph, text.breaks(), start, text.tools)
  const x = known ?? widths[start]
  // Of a tab or a background the numbers say little: a line may come out wider, or a little narrower.
  const slack = isExact ? tolerance : largestSize / 2
  const last = lastFitting(rows, next, x, width + slack)
  // Neither starts nor ends where a word is divided.
  const isWhole = known === widths[start] && nexts[last] === widths[offsets[last]]
  if (isExact && last >= next && isWhole && kinds[last] !== stopKind.hyphen) {
    return lineByNumbers(text, start, offsets[last], ends[last] - x)
  }
  for (let i = last; i >= next; i--) {
    const line = lineAt(text, start, i)
    if (line.width <= width + tolerance) return line
  }
  if (text.paragraph.style.overflowWrap === 'normal') return lineAt(text, start, next)
  return emergencyLine(text, start, offsets[next], width)
}

/** The line that ends at a stop. */
export function lineAt(text: Breakable, start: number, stop: number): BrokenLine {
  const { offsets, kinds } = text.breaks().rows
  return lineOf(text, start, offsets[stop], kinds[stop] === stopKind.hyphen)
}

/** A word wider than the line is broken between graphemes; one grapheme always stays. */
function emergencyLine(text: Breakable, start: number, end: number, width: number): BrokenLine {
  const { widths } = text.breaks()
  const fits = (offset: number) => widths[start + offset] - widths[start] <= width
  const ends = graphemesNear(text.paragraph.text, start, end, fits)
  const lineTo = (to: number) => lineOf(text, start, to)
  const line = longestLine(text, start, ends, width, lineTo) ?? lineTo(start + ends[0])
  return line.end < end ? { ...line, breaksWord: true } : line
}

/**
 * The longest line from `start` that fits, of those that end at some places, counted from there;
 * undefined where none does.
 */
export function longestLine(
  text: Breakable,
  start: number,
  ends: Uint32Array,
  width: number,
  lineTo: (end: number) => BrokenLine,
): BrokenLine | undefined {
  if (ends.length === 0) return undefined
  const { widths } = text.breaks()
  const fits = (line: BrokenLine) => line.width <= width + tolerance
  let count = lastWithin(ends, offset => widths[start + offset] - widths[start] <= width)
  let line = lineTo(start + ends[count])
  while (!fits(line)) {
    if (count === 0) return undefined
    line = lineTo(start + ends[--count])
  }
  // Letters of a ligature are counted with all of it.
  while (count + 1 < ends.length && isInCluster(text, start + ends[count + 1])) {
    const longer = lineTo(start + ends[++count])
    if (!fits(longer)) break
    line = longer
  }
  return line
}

/** Whether an offset lies between letters that are one glyph: as far along as the one behind it. */
function isInCluster({ paragraph, breaks }: Breakable, offset: number): boolean {
  const { widths } = breaks()
  return offset < paragraph.text.length && widths[offset] === widths[offset + 1]
}

/** A grapheme has rarely more UTF-16 units than this. */
const longGrapheme = 64

/**
 * The graphemes of a stretch up to those that do not fit any more: of a word as long as a book only
 * as much is looked at as goes on a line.
 */
function graphemesNear(
  text: string,
  start: number,
  end: number,
  fits: (offset: number) => boolean,
): Uint32Array {
  let low = 0
  let high = end - start
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (fits(middle)) low = middle
    else high = middle - 1
  }
  const near = Math.min(end, start + low + longGrapheme)
  const ends = graphemes(text.slice(start, near))
  if (near === end) return ends
  // The last may go on behind what was looked at.
  return ends.length > 1 ? ends.subarray(0, -1) : graphemes(text.slice(start, end))
}

/** Index of the last entry that fits, by bisection; 0 where none does. */
function lastWithin(ends: Uint32Array, fits: (end: number) => boolean): number {
  let low = 0
  let high = ends.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (fits(ends[middle])) low = middle
    else high = middle - 1
  }
  return low
}
