import { bytesRow, float64Row, uint32Row } from '../blocks/index.ts'
import { glyphIndexAt, type ShapedParagraph, type StyledRun, unitScale } from '../shaping/index.ts'
import { breakKind, breakKinds } from '../unicode/index.ts'
import { type BackedStretch, backedStretches } from './backing-room.ts'
import { contentEnd } from './content-end.ts'
import { wordDivision } from './divided-words.ts'
import type { LayoutTools } from './layout-tools.ts'
import { type Marker, markerOf } from './marker.ts'
import { stopKind } from './measure/stop-rows.ts'
import { paragraphWidths } from './paragraph-widths.ts'
import { tabSizes } from './tab-stops.ts'

/**
 * The places a paragraph's lines may end at, in order; one entry of each array a stop. Where a line
 * of the paragraph goes from the offset a to the stop i, it is `ends[i] - starts[a]` wide.
 */
export interface Stops {
  readonly count: number
  /** Offset the next line starts at. */
  readonly offsets: Uint32Array
  /** Where the spaces that hang at the end of the line start. */
  readonly contentEnds: Uint32Array
  readonly kinds: Uint8Array
  /** Where the line's content ends, in units, along the paragraph set on one line; with its hyphen. */
  readonly ends: Float64Array
}

/** Index of the first stop behind an offset, or how many there are: by bisection. */
export function firstStopBehind({ offsets, count }: Stops, offset: number): number {
  let low = 0
  let high = count
  while (low < high) {
    const middle = (low + high) >> 1
    if (offsets[middle] <= offset) low = middle + 1
    else high = middle
  }
  return low
}

/** A paragraph made ready for breaking. */
export interface Breakable {
  readonly paragraph: ShapedParagraph
  readonly tools: LayoutTools
  readonly hasTabs: boolean
  /** Whether the text itself ends lines. */
  readonly hasForcedBreaks: boolean
  /** Distance of the usual tab stops: eight spaces of the paragraph's own style. */
  readonly tabWidth: number
  /** The least that a tab leaves free: half a digit (CSS Text 3, 4.1.2). */
  readonly leastTab: number
  readonly marker?: Marker | undefined
  /** The space that backgrounds add to their letters, if any does. */
  readonly stretches?: readonly BackedStretch[] | undefined
  /** Found when it is first asked for: a label that goes on one line needs none of it. */
  readonly breaks: () => Breaks
}

/** The break opportunities of a paragraph. */
interface Breaks {
  /** The position of each offset along the paragraph, in units. */
  readonly widths: Float64Array
  /** The position of each offset where a line starts there: another one at stops inside words. */
  readonly starts: Float64Array
  readonly stops: Stops
  /** Whether `starts` and `ends` are those of lines, and not only nearly so. */
  readonly isExact: boolean
  /** The widest hyphen. */
  readonly hyphenWidth: number
  readonly largestSize: number
}

export function breakable(
  paragraph: ShapedParagraph,
  tools: LayoutTools,
  marker = markerOf(paragraph, tools),
): Breakable {
  const hasTabs = paragraph.text.includes('\t')
  const stretches = backedStretches(paragraph.text, paragraph.runs, paragraph.level)
  let found: Breaks | undefined
  const breaks = () => {
    found ??= breaksOf(paragraph, tools, hasTabs, stretches)
    return found
  }
  return {
    stretches,
    paragraph,
    tools,
    hasTabs,
    hasForcedBreaks: forcedBreak.test(paragraph.text),
    marker,
    ...(hasTabs ? tabSizesIn(paragraph, tools) : noTabs),
    breaks,
  }
}

/** Characters of the classes BK and NL that a paragraph may hold (UAX #14). */
const forcedBreak = /[\v\f\u0085\u2028]/

function breaksOf(
  paragraph: ShapedParagraph,
  tools: LayoutTools,
  hasTabs: boolean,
  stretches: readonly BackedStretch[] | undefined,
): Breaks {
  const widths = paragraphWidths(paragraph, stretches)
  const kinds = stopKinds(paragraph, tools)
  let count = 0
  for (let offset = 1; offset < kinds.length; offset++) if (kinds[offset] !== 0) count++
  const stops = {
    count,
    offsets: uint32Row(count),
    contentEnds: uint32Row(count),
    kinds: bytesRow(count),
    ends: float64Row(count),
  }
  const { text, glyphRuns } = paragraph
  let hyphens: Map<number, number> | undefined
  let hyphenWidth = 0
  let starts = widths
  let areDivided = true
  let run = 0
  for (let offset = 1, i = 0; offset < kinds.length; offset++) {
    if (kinds[offset] === 0) continue
    const previous = i === 0 ? 0 : stops.offsets[i - 1]
    const end = contentEnd(text, previous, offset)
    const isHyphen = kinds[offset] === stopKind.hyphen
    stops.offsets[i] = offset
    stops.contentEnds[i] = end
    stops.kinds[i] = kinds[offset]
    while (run + 1 < glyphRuns.length && glyphRuns[run].end < end) run++
    const own = glyphRuns[run] ?? noRun
    const { face, size, start, endDeltas, spacing } = own
    let x = widths[end]
    if (endDeltas && end > start) x += endDeltas[end - start] * unitScale(face, size)
    if (isHyphen) {
      hyphens ??= new Map()
      let width = hyphens.get(run)
      if (width === undefined) {
        width = face.advance(hyphenGlyph(glyphRuns[run])) * unitScale(face, size)
        hyphens.set(run, width)
        hyphenWidth = Math.max(hyphenWidth, width)
      }
      x += width
    } else if (end > previous) x -= spacing.tracking * size
    const isDivided = isHyphen || (end < own.end && isUnsafe(paragraph, run, offset))
    if (offset === end && end > start && isDivided) {
      const hyphen = isHyphen ? hyphenText(own) : ''
      const division = wordDivision(paragraph, offset, glyphRuns[run], widths, hyphen, tools.shape)
      if (division) {
        if (starts === widths) starts = widths.slice()
        // What follows in another style starts as it stands.
        if (offset < own.end) starts[offset] = division.next
        x = division.end
      } else areDivided = false
    }
    stops.ends[i++] = x
  }
  const isExact =
    !hasTabs && !stretches && areDivided && glyphRuns.every(({ isWordwise }) => isWordwise)
  const largestSize = paragraph.runs.reduce((max, { style }) => Math.max(max, style.size), 0)
  return { widths, starts, stops, isExact, hyphenWidth, largestSize }
}

/** The distance of a line from the start edge. */
export function indentOf({ paragraph, marker }: Breakable, isFirst: boolean): number {
  const { startIndent, firstIndent } = paragraph.style
  return startIndent + (marker?.indent ?? 0) + (isFirst ? firstIndent : 0)
}

const noTabs = { tabWidth: 1, leastTab: 0 }

/** Those of the face of a paragraph's own style. */
function tabSizesIn({ style }: ShapedParagraph, tools: LayoutTools) {
  const [face] = tools.shapingStyle(style).faces
  return tabSizes(face, unitScale(face, style.size))
}

const noRun = {
  face: { metrics: { unitsPerEm: 1000 }, advance: () => 0, glyphOf: () => 0 },
  size: 0,
  start: 0,
  end: 0,
  endDeltas: undefined,
  spacing: { tracking: 0 },
}

/** Whether letters beside a place in a run are one glyph, kerned or joined with each other. */
function isUnsafe({ glyphRuns, text }: ShapedParagraph, run: number, offset: number): boolean {
  if (text.charCodeAt(offset - 1) === 0x20) return false
  const { start, shaped } = glyphRuns[run]
  const glyph = glyphIndexAt(shaped, offset - start)
  return shaped.clusters[glyph] !== offset - start || shaped.unsafe[glyph] === 1
}

/** The mark of a word that goes on: U+2010 where the face has it, or else the hyphen-minus. */
export const hyphenText = (run: { readonly face: { glyphOf(codePoint: number): number } }) =>
  run.face.glyphOf(0x2010) === 0 ? '-' : '\u2010'

const hyphenGlyph = (run: { readonly face: { glyphOf(codePoint: number): number } }) =>
  run.face.glyphOf(hyphenText(run).charCodeAt(0))

/** The places at which lines may end: in the text, and inside words that may be hyphenated. */
function stopKinds(paragraph: ShapedParagraph, tools: LayoutTools): Uint8Array {
  const { text, style, runs } = paragraph
  const { lineBreak, wordBreak, language } = style
  const kinds = breakKinds(text, { lineBreak, wordBreak, language })
  for (let at = text.indexOf('\u00ad'); at >= 0; at = text.indexOf('\u00ad', at + 1)) {
    if (kinds[at + 1] === breakKind.allowed) kinds[at + 1] = stopKind.hyphen
  }
  if (tools.hyphenation) {
    for (const { start, end, language: own } of hyphenated(runs)) {
      tools.hyphenation.hyphenate(text, start, end, own, kinds, stopKind.hyphen)
    }
  }
  return kinds
}

/** Stretches of one language that may be hyphenated; a word may go through several styles. */
function hyphenated(runs: readonly StyledRun[]) {
  const stretches: { start: number; end: number; language: string }[] = []
  for (const { start, end, style } of runs) {
    if (!style.hyphenation) continue
    const last = stretches.at(-1)
    if (last && last.end === start && last.language === style.language) last.end = end
    else stretches.push({ start, end, language: style.language })
  }
  return stretches
}
