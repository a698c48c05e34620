import type { Problem } from '../../problem/index.ts'
import type { ShapedParagraph } from '../../shaping/index.ts'
import { isVertical, type WritingMode } from '../../sheet/index.ts'
import { type Align, checkFrame, type Frame } from '../frame.ts'
import {
  type Cut,
  heldFonts,
  type Layout,
  type LayoutParagraph,
  type Line,
  type SourcePiece,
} from '../layout.ts'
import { indexAt } from '../measure/index-at.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import { movedTo } from '../measure/line-runs.ts'
import { markerRuns, markerText } from '../measure/marker.ts'
import { type FlowPadding, flowPadding } from '../measure/padding.ts'
import type { Breakable } from '../measure/stops.ts'
import { layoutProblems } from './layout-problems.ts'
import { fittingLines, type Limits, type MeasuredLine, outerWidth } from './limited-lines.ts'
import { linePlacer } from './line-placer.ts'

/** Breaks shaped paragraphs into lines and places them in the frame. */
export function layOut(
  texts: readonly Breakable[],
  frame: Frame,
  tools: LayoutTools,
  {
    found = [],
    fittedSize,
    sourceMap = [],
  }: {
    /** Earlier problems, which come before the layout's own. */
    readonly found?: readonly Problem[]
    readonly fittedSize?: number | undefined
    readonly sourceMap?: readonly SourcePiece[]
  } = {},
): Layout {
  checkFrame(frame)
  const text =
    texts.length === 1
      ? texts[0].paragraph.text
      : texts.map(({ paragraph }) => paragraph.text).join('\n')
  const { style } = texts[0].paragraph
  const { writingMode } = style
  const padding = flowPadding(style, writingMode)
  const paragraphs = texts.map(({ paragraph }) => layoutParagraph(paragraph))
  const limits = limitsOf(frame, writingMode, padding)
  const { lines: measured, cut, continuation: rest } = fittingLines(texts, limits, tools)
  let textWidth = 0
  for (const line of measured) textWidth = Math.max(textWidth, line.width)
  const inner = innerLength(measured, limits)
  const lines = placed(measured, inner, frame.align, padding, tools, paragraphs)
  const last = lines.at(-1)
  const length = inner + padding.inlineStart + padding.inlineEnd
  const depth = (last ? last.top + last.height : padding.blockStart) + padding.blockEnd
  // Lines that go on to the right are measured from there, as if they went on to the left.
  if (writingMode === 'vertical-lr') mirror(lines, depth)
  const needed = depth - padding.blockStart - padding.blockEnd
  const problems = layoutProblems(found, { texts, measured, lines, limits, needed, writingMode })
  const [width, height] = isVertical(writingMode) ? [depth, length] : [length, depth]
  const missing: Cut | undefined = cut && { ...cut, text: text.slice(cut.start, cut.end) }
  return {
    [heldFonts]: tools.fonts,
    kind: 'layout',
    writingMode,
    style,
    text,
    width,
    height,
    fittedSize,
    textWidth,
    lines,
    paragraphs,
    sourceMap,
    cut: missing,
    continuation: rest,
    problems,
    frame,
  }
}

/** The maximum length of lines; without a limit, the length of the longest. */
function innerLength(lines: readonly MeasuredLine[], { length }: Limits): number {
  if (length !== Infinity) return length
  let widest = 0
  for (const line of lines) widest = Math.max(widest, outerWidth(line))
  return widest
}

/** In vertical text the frame's height is how long lines may be, and its width how far they reach. */
function limitsOf(frame: Frame, mode: WritingMode, padding: FlowPadding): Limits {
  const { width = Infinity, height = Infinity, maxLines: count = Infinity, align } = frame
  const { continuation: from, continues } = frame
  const { inlineStart, inlineEnd, blockStart, blockEnd } = padding
  const [length, depth] = isVertical(mode) ? [height, width] : [width, height]
  return {
    length: Math.max(0, length - inlineStart - inlineEnd),
    depth: Math.max(0, depth - blockStart - blockEnd),
    count,
    align,
    continuation: from,
    continues,
  }
}

function placed(
  measured: readonly MeasuredLine[],
  length: number,
  align: Align | undefined,
  padding: FlowPadding,
  tools: LayoutTools,
  paragraphs: readonly LayoutParagraph[],
): Line[] {
  const place = linePlacer(length, align, padding, tools)
  return measured.map((line, i) => {
    const { paragraph, runs, start, end, reach, width, indent, space } = line
    const { style, offset, level } = paragraph
    const sized = { style, level, reach, width, indent, space }
    const placedLine = place(sized, i === 0, i === measured.length - 1)
    const { x } = placedLine
    const own = x === 0 ? runs : runs.map(run => movedTo(run, run.x + x))
    return {
      paragraph: indexAt(paragraphs, offset + start),
      start: offset + start,
      end: offset + end,
      ...placedLine,
      level,
      runs: line.marker ? [...markerRuns(line.marker, line, x), ...own] : own,
    }
  })
}

function mirror(lines: Line[], depth: number) {
  lines.forEach((line, i) => {
    const top = depth - line.top - line.height
    lines[i] = { ...line, top, baseline: top + (line.baseline - line.top) }
  })
}

function layoutParagraph({ offset, text, style, level, itemNumber }: ShapedParagraph) {
  const { language, marker } = style
  const direction = level === 1 ? ('rtl' as const) : ('ltr' as const)
  const own = { start: offset, end: offset + text.length, style, language, direction }
  return marker === 'none' ? own : { ...own, marker: markerText(marker.text, itemNumber) }
}
