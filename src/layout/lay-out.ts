import { type Problem, warningProblem } from '../problem/index.ts'
import { isVertical, type WritingMode } from '../sheet/index.ts'
import { type Align, checkFrame, type Frame } from './frame.ts'
import type { Cut, Layout, Line, LineRun } from './layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { fittingLines, type Limits, type MeasuredLine } from './limited-lines.ts'
import { trimmed } from './line-reach.ts'
import { arranged, movedTo } from './line-runs.ts'
import { type FlowPadding, flowPadding } from './padding.ts'
import { type Breakable, tolerance } from './stops.ts'

/** Breaks shaped paragraphs into lines and places them in the frame. */
export function layOut(
  texts: readonly Breakable[],
  frame: Frame,
  tools: LayoutTools,
  {
    found = [],
    fittedSize,
  }: {
    /** What was found before, which the layout's own problems follow. */
    readonly found?: readonly Problem[]
    readonly fittedSize?: number | undefined
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
  const limits = limitsOf(frame, writingMode, padding)
  const { lines: measured, cut } = fittingLines(texts, limits, tools)
  let textWidth = 0
  let widest = 0
  for (const line of measured) {
    textWidth = Math.max(textWidth, line.width)
    widest = Math.max(widest, outerWidth(line))
  }
  const inner = limits.length === Infinity ? widest : limits.length
  const lines = placed(measured, inner, frame.align, padding, tools)
  const last = lines.at(-1)
  const length = inner + padding.alongStart + padding.alongEnd
  const depth = (last ? last.top + last.height : padding.acrossStart) + padding.acrossEnd
  // Lines that go on to the right are measured from there, as if they went on to the left.
  if (writingMode === 'vertical-lr') mirror(lines, depth)
  const problems = [...found]
  for (const { paragraph } of texts) problems.push(...paragraph.problems)
  const needed = depth - padding.acrossStart - padding.acrossEnd
  problems.push(...tooLong(measured, limits, writingMode), ...tooDeep(needed, limits, writingMode))
  const [width, height] = isVertical(writingMode) ? [depth, length] : [length, depth]
  const missing: Cut | undefined = cut && { ...cut, text: text.slice(cut.start, cut.end) }
  return new LaidOut(tools, {
    writingMode,
    style,
    text,
    width,
    height,
    fittedSize,
    textWidth,
    lines,
    cut: missing,
    problems,
    frame,
  })
}

/** What of a layout is stored; the rest is found when it is asked for. */
type Stored = Omit<Layout, 'kind' | 'bounds' | 'inkBox'>

const tools = Symbol('tools')
const ink = Symbol('ink')

/**
 * A layout whose boxes are found when they are asked for. Not an object with getters of its own:
 * an engine needs longer to make one than to lay a label out.
 */
class LaidOut implements Layout {
  readonly kind = 'layout'
  readonly writingMode: WritingMode
  readonly style: Layout['style']
  readonly text: string
  readonly width: number
  readonly height: number
  readonly fittedSize: number | undefined
  readonly textWidth: number
  readonly lines: readonly Line[]
  readonly cut: Cut | undefined
  readonly problems: readonly Problem[]
  readonly frame: Frame
  readonly [tools]: LayoutTools;
  [ink]: { readonly box: Layout['inkBox'] } | undefined

  constructor(own: LayoutTools, stored: Stored) {
    this.writingMode = stored.writingMode
    this.style = stored.style
    this.text = stored.text
    this.width = stored.width
    this.height = stored.height
    this.fittedSize = stored.fittedSize
    this.textWidth = stored.textWidth
    this.lines = stored.lines
    this.cut = stored.cut
    this.problems = stored.problems
    this.frame = stored.frame
    this[tools] = own
    this[ink] = undefined
  }

  get bounds(): Layout['bounds'] {
    return { x: 0, y: 0, width: this.width, height: this.height }
  }

  get inkBox(): Layout['inkBox'] {
    this[ink] ??= { box: this[tools].inkBox(this) }
    return this[ink].box
  }
}

/** In vertical text the frame's height is how long lines may be, and its width how far they reach. */
function limitsOf(frame: Frame, mode: WritingMode, padding: FlowPadding): Limits {
  const { width = Infinity, height = Infinity, lines: count = Infinity, align } = frame
  const { alongStart, alongEnd, acrossStart, acrossEnd } = padding
  const [length, depth] = isVertical(mode) ? [height, width] : [width, height]
  return {
    length: Math.max(0, length - alongStart - alongEnd),
    depth: Math.max(0, depth - acrossStart - acrossEnd),
    count,
    align,
  }
}

const outerWidth = (line: MeasuredLine) => line.indent + line.width + line.paragraph.style.endIndent

/** How much of the room beside a line lies to its left, in text from left to right. */
const shares: Record<Align, number> = {
  start: 0,
  center: 0.5,
  end: 1,
  left: 0,
  right: 1,
  justify: 0,
}

function shareOf(align: Align, level: number): number {
  const isEdge = align === 'left' || align === 'right'
  return level === 1 && !isEdge ? 1 - shares[align] : shares[align]
}

function placed(
  measured: readonly MeasuredLine[],
  length: number,
  align: Align | undefined,
  { alongStart, acrossStart }: FlowPadding,
  tools: LayoutTools,
): Line[] {
  let top = acrossStart
  return measured.map((line, i) => {
    const { paragraph, runs, start, end, width: lineWidth, indent, space } = line
    const { style, offset, level } = paragraph
    const isLast = i === measured.length - 1
    const reach = trimmed(line.reach, paragraph, tools, i === 0, isLast)
    const room = length - indent - style.endIndent - lineWidth
    const edge = alongStart + (level === 1 ? style.endIndent : indent)
    const x = edge + room * shareOf(align ?? style.align, level)
    const height = reach.above + reach.below
    if (i > 0) top += space
    const own = x === 0 ? runs : runs.map(run => movedTo(run, run.x + x))
    const placedLine = {
      start: offset + start,
      end: offset + end,
      x,
      width: lineWidth,
      top,
      height,
      baseline: top + reach.above,
      level,
      runs: line.marker ? [...markerRuns(line, x), ...own] : own,
    }
    top += height
    return placedLine
  })
}

/** The marker of a line, in its indent before the text that begins at x. */
function markerRuns({ marker, paragraph, width }: MeasuredLine, x: number): LineRun[] {
  if (!marker) return []
  const { level, style } = paragraph
  const before = marker.indent + style.firstIndent
  const from = level === 1 ? x + width + before - marker.width : x - before
  return arranged(marker.runs, [], level).map(run => movedTo(run, run.x + from))
}

function mirror(lines: Line[], depth: number) {
  lines.forEach((line, i) => {
    const top = depth - line.top - line.height
    lines[i] = { ...line, top, baseline: top + (line.baseline - line.top) }
  })
}

const none: Problem[] = []
const larger = 'give it a larger frame or a smaller size'

function tooDeep(needed: number, { depth }: Limits, mode: WritingMode): Problem[] {
  if (needed <= depth + tolerance) return none
  const [what, hint] = isVertical(mode)
    ? ['wide', larger]
    : ['high', 'give it a higher frame or a smaller size']
  const message = `the text is ${needed.toFixed(1)} units ${what} in a frame of ${depth}`
  return [warningProblem('overflow', message, { hint })]
}

function tooLong(lines: readonly MeasuredLine[], { length }: Limits, mode: WritingMode): Problem[] {
  if (length === Infinity) return none
  const long = lines.findIndex(line => outerWidth(line) > length + tolerance)
  if (long < 0) return none
  const needed = outerWidth(lines[long]).toFixed(1)
  const [what, hint] = isVertical(mode)
    ? ['long', larger]
    : ['wide', 'give it a wider frame or a smaller size']
  const message = `line ${long + 1} is ${needed} units ${what} in a frame of ${length}`
  return [warningProblem('overflow', message, { hint })]
}
