import type { Shape, ShapedParagraph } from '../shaping/index.ts'
import { graphemes, isBreakingSpace, lineBreaks } from '../unicode/index.ts'
import type { LineRun } from './layout.ts'
import { arranged, lineRuns, widthOf } from './line-runs.ts'
import { paragraphWidths } from './paragraph-widths.ts'

/** A line before it is placed: offsets are of its paragraph, runs start at x = 0. */
export interface BrokenLine {
  readonly start: number
  readonly end: number
  /** Where the spaces that hang at its end start. */
  readonly contentEnd: number
  readonly runs: readonly LineRun[]
  readonly width: number
}

/** A paragraph made ready for breaking. */
export interface Breakable {
  readonly paragraph: ShapedParagraph
  readonly shape: Shape
  readonly widths: Float64Array
  /** Offsets a line may end at, in order, and of those the ones it must end at. */
  readonly allowed: readonly number[]
  readonly mandatory: ReadonlySet<number>
  /** Tracking behind the last letter of a line takes no room: this is the most of it. */
  readonly slack: number
  readonly largestSize: number
}

/** Widths are sums of products; a line that is wider by this much still fits. */
export const tolerance = 1e-6

const lineSeparator = 0x2028

export function breakable(paragraph: ShapedParagraph, shape: Shape): Breakable {
  const breaks = lineBreaks(paragraph.text)
  return {
    paragraph,
    shape,
    widths: paragraphWidths(paragraph),
    allowed: breaks.map(b => b.offset),
    mandatory: new Set(breaks.filter(b => b.kind === 'mandatory').map(b => b.offset)),
    slack: paragraph.glyphRuns.reduce(
      (most, run) => Math.max(most, run.spacing.tracking * run.size),
      0,
    ),
    largestSize: paragraph.runs.reduce((most, run) => Math.max(most, run.style.size), 0),
  }
}

/** The lines of a paragraph, first fit: each takes as much as goes into its width. */
export function* brokenLines(
  text: Breakable,
  roomOf: (first: boolean) => number,
): Generator<BrokenLine> {
  const { length } = text.paragraph.text
  let next = 0
  let start = 0
  while (start < length) {
    while (text.allowed[next] <= start) next++
    const line = firstFit(text, start, next, roomOf(start === 0))
    yield line
    start = line.end
  }
  if (length === 0) yield { start: 0, end: 0, contentEnd: 0, runs: [], width: 0 }
}

function firstFit(text: Breakable, start: number, next: number, width: number): BrokenLine {
  const { widths, allowed, mandatory } = text
  let last = next
  while (!mandatory.has(allowed[last]) && fits(allowed[last + 1])) last++
  function fits(end: number) {
    return widths[contentEnd(text, start, end)] - widths[start] <= width + text.slack + tolerance
  }
  // Shaped at its edges a line may come out wider than it was on one long line, or a little
  // narrower; what is wider by more than an em or two is not worth shaping.
  const hopeless = width + text.slack + 2 * text.largestSize
  const first =
    widths[contentEnd(text, start, allowed[next])] - widths[start] > hopeless ? next + 1 : next
  for (let i = last; i >= first; i--) {
    const line = lineOf(text, start, allowed[i])
    if (line.width <= width + tolerance) return line
  }
  return emergencyLine(text, start, allowed[next], width)
}

/** A word wider than the line is broken between graphemes; one grapheme always stays. */
function emergencyLine(text: Breakable, start: number, end: number, width: number): BrokenLine {
  const { widths } = text
  const fits = (offset: number) => widths[start + offset] - widths[start] <= width
  const ends = graphemesNear(text.paragraph.text, start, end, fits)
  let count = lastWithin(ends, fits)
  let line = lineOf(text, start, start + ends[count])
  while (count > 0 && line.width > width + tolerance) {
    count--
    line = lineOf(text, start, start + ends[count])
  }
  return line
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
export function lastWithin(ends: Uint32Array, fits: (end: number) => boolean): number {
  let low = 0
  let high = ends.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (fits(ends[middle])) low = middle
    else high = middle - 1
  }
  return low
}

/** A line of given ends, its glyphs as they stand on it. */
export function lineOf(text: Breakable, start: number, end: number): BrokenLine {
  const inner = contentEnd(text, start, end)
  const { paragraph, shape } = text
  const content = lineRuns(paragraph, start, inner, shape)
  const width = widthOf(content) - trailingTracking(content)
  const shown = paragraph.text.charCodeAt(end - 1) === lineSeparator ? end - 1 : end
  const hanging = inner < shown ? lineRuns(paragraph, inner, shown, shape) : []
  const runs = arranged(content, hanging, paragraph.level)
  return { start, end, contentEnd: inner, runs, width }
}

/** Where the spaces that hang at the end of a line start. */
export function contentEnd({ paragraph }: Breakable, start: number, end: number): number {
  const { text } = paragraph
  let inner = end
  while (inner > start) {
    const code = text.charCodeAt(inner - 1)
    if (!isBreakingSpace(code) && code !== lineSeparator) break
    inner--
  }
  return inner
}

/** Tracking stands between letters, not behind the last of a line. */
function trailingTracking(runs: readonly LineRun[]): number {
  const last = runs.at(-1)
  return last ? last.style.tracking * last.style.size : 0
}
