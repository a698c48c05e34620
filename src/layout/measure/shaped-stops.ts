import {
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  unitScale,
} from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import { breakKind, breakKinds } from '../../unicode/index.ts'
import type { BackedStretch } from './backing-room.ts'
import { contentEnd, hasContent } from './content-end.ts'
import { hyphenText } from './hyphen-text.ts'
import { indexAt } from './index-at.ts'
import type { LayoutTools } from './layout-tools.ts'
import { paragraphWidths } from './paragraph-widths.ts'
import { endAt, nextAt } from './shaped-edges.ts'
import { firstStopBehind, StopRows, stopKind } from './stop-rows.ts'

/** The places the lines of a shaped paragraph may end at. */
export interface ShapedStops {
  readonly rows: StopRows
  /** The position of each offset along the paragraph, in units. */
  readonly widths: Float64Array
  /** Whether the rows tell how wide lines are, and not only nearly so. */
  readonly isExact: boolean
  readonly largestSize: number
}

/** The stops of a paragraph, each with exact numbers for the line that ends there and the one behind it. */
export function shapedStops(
  paragraph: ShapedParagraph,
  tools: LayoutTools,
  hasTabs: boolean,
  stretches: readonly BackedStretch[] | undefined,
): ShapedStops {
  const { text, glyphRuns, runs } = paragraph
  const widths = paragraphWidths(paragraph, stretches)
  const edges = { shapingText: paragraph.shapingText, widths, shape: tools.shape }
  const kinds = stopKinds(text, paragraph.style, runs, tools)
  let count = 0
  for (let offset = 1; offset < kinds.length; offset++) if (kinds[offset] !== 0) count++
  const rows = new StopRows(count)
  let isExact = !hasTabs && !stretches
  let [previous, lastContent, run] = [0, 0, 0]
  for (let offset = 1; offset < kinds.length; offset++) {
    const kind = kinds[offset]
    if (kind === 0) continue
    // What is no more than spaces and controls hangs behind the text before.
    const isFilled = hasContent(text, previous, offset)
    const content = isFilled ? contentEnd(text, previous, offset) : lastContent
    while (run + 1 < glyphRuns.length && glyphRuns[run].end < content) run++
    const own = glyphRuns[run]
    const hyphen = kind === stopKind.hyphen && own ? hyphenText(own) : ''
    if (hyphen !== '') noteHyphen(rows, own, hyphen)
    const isBlank = (!isFilled && content === previous) || !own
    const end = isBlank ? widths[content] : endAt(edges, own, content, hyphen)
    let behind = run
    while (behind + 1 < glyphRuns.length && glyphRuns[behind].end <= offset) behind++
    const isAlone = offset === text.length || !glyphRuns[behind]
    const next = isAlone ? widths[offset] : nextAt(edges, glyphRuns[behind], offset)
    if (end === undefined || next === undefined) isExact = false
    const hang = widths[offset] - widths[content]
    rows.add(end ?? widths[content], next ?? widths[offset], hang, content, offset, kind)
    previous = offset
    lastContent = kind === stopKind.mandatory ? offset : content
  }
  const largestSize = runs.reduce((max, { style }) => Math.max(max, style.size), 0)
  return { rows, widths, isExact, largestSize }
}

/** Notes how wide a run's hyphen is. */
export function noteHyphen(rows: StopRows, { face, size }: ShapedRun, hyphen: string) {
  const width = face.advance(face.glyphOf(hyphen.charCodeAt(0))) * unitScale(face, size)
  rows.hyphenWidth = Math.max(rows.hyphenWidth, width)
}

/** Where a line begins that starts at an offset, in units: behind a stop, or inside a word that was broken. */
export function startAt(
  { glyphRuns, shapingText }: ShapedParagraph,
  { rows, widths }: ShapedStops,
  offset: number,
  { shape }: LayoutTools,
): number | undefined {
  const stop = firstStopBehind(rows, offset) - 1
  if (offset === 0) return 0
  if (stop >= 0 && rows.offsets[stop] === offset) return rows.nexts[stop]
  return nextAt({ shapingText, widths, shape }, glyphRuns[indexAt(glyphRuns, offset)], offset)
}

/** The places at which lines may end: in the text, and inside words that may be hyphenated. */
export function stopKinds(
  text: string,
  style: Style,
  runs: readonly Pick<StyledRun, 'start' | 'end' | 'style'>[],
  tools: LayoutTools,
): Uint8Array {
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
function hyphenated(runs: readonly Pick<StyledRun, 'start' | 'end' | 'style'>[]) {
  const stretches: { start: number; end: number; language: string }[] = []
  for (const { start, end, style } of runs) {
    if (!style.hyphenation) continue
    const last = stretches.at(-1)
    if (last && last.end === start && last.language === style.language) last.end = end
    else stretches.push({ start, end, language: style.language })
  }
  return stretches
}
