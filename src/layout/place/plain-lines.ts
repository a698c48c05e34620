import { justified } from '../break/justify.ts'
import { inFlow, isJustified, justifiedWidth } from '../break/plain-justify.ts'
import { markedLine } from '../cut/cut-line.ts'
import type { Frame } from '../frame.ts'
import type { GlyphRun, LayoutParagraph, Line } from '../layout.ts'
import { indexAt } from '../measure/index-at.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import { type LineExtents, objectExtents, unitedExtents } from '../measure/line-box.ts'
import { lineOf } from '../measure/line-of.ts'
import { movedTo } from '../measure/line-runs.ts'
import { markerRuns } from '../measure/marker.ts'
import { type PlainRun, shapedPlainly } from '../measure/plain-shaping.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import type { Breakable } from '../measure/stops.ts'
import { linePlacer } from './line-placer.ts'

/** The ends and widths of lines in the whole text: one entry of each for each line. */
export interface LineEnds {
  readonly ends: ArrayLike<number>
  readonly widths: ArrayLike<number>
  /** The indices of lines that end with a hyphen. */
  readonly hyphenated: readonly number[]
  /** Whether the last ends with the mark of what is left out. */
  readonly isCut: boolean
}

/** A plain text whose lines are known by numbers. */
interface MeasuredText {
  readonly text: string
  readonly own: PlainStyle
  readonly runs: readonly PlainRun[] | undefined
  readonly frame: Frame
  /** The level of all paragraphs: 1 if they run from right to left. */
  readonly level: number
  readonly paragraphs: readonly LayoutParagraph[]
  readonly textWidth: number
  /** Undefined of one line that has all of it. */
  readonly lineEnds: LineEnds | undefined
}

/** The lines of a plain text at their places; what runs they have is found when those are read. */
export function plainLines(measured: MeasuredText): readonly Line[] {
  const { text, own, runs = [], frame, level, paragraphs, textWidth } = measured
  const { lineEnds = wholeLine(text, textWidth) } = measured
  const { style, padding } = own
  const tools = measuredBy(own, runs)
  const { inlineStart, inlineEnd } = padding
  const length =
    frame.width === undefined
      ? outerLength(text, lineEnds, own)
      : Math.max(0, frame.width - inlineStart - inlineEnd)
  const place = linePlacer(length, frame.align, padding, tools)
  const { ends, isCut } = lineEnds
  const hyphenated = new Set(lineEnds.hyphenated)
  const isWidened = frame.width !== undefined && isJustified(own, frame)
  let texts: readonly Breakable[] | undefined
  const runsOf = (placed: PlacedLine, index: number, room: number): readonly GlyphRun[] => {
    // Refused where the fonts were closed in the meantime.
    texts ??= shapedPlainly(text, own, measured.runs, measuredBy(own, runs), level)
    const { paragraph, start, end, x } = placed
    const { start: offset } = paragraphs[paragraph]
    const isMarked = isCut && index === ends.length - 1
    const one = texts[paragraph]
    const [from, to] = [start - offset, end - offset]
    const line = isMarked ? markedLine(one, from, to) : lineOf(one, from, to, hyphenated.has(index))
    const width = lineEnds.widths[index]
    const asWide =
      isWidened && inFlow(text, end, width, room, own)
        ? justified({ ...line, width }, one.paragraph, room)
        : line
    const moved = x === 0 ? asWide.runs : asWide.runs.map(run => movedTo(run, run.x + x))
    if (!one.marker || from > 0) return moved
    return [
      ...markerRuns(one.marker, { paragraph: one.paragraph, width: placed.width }, x),
      ...moved,
    ]
  }
  const lines: Line[] = []
  let start = 0
  for (let i = 0, paragraph = 0; i < ends.length; i++) {
    const isNew = i > 0 && start === paragraphs[paragraph].end
    if (isNew) start = paragraphs[++paragraph].start
    const space = isNew ? own.space : 0
    const isLast = i === ends.length - 1
    const end = ends[i]
    const reach = reachOfRuns(own, runs, start, end)
    const indent = i === 0 || isNew ? own.firstIndent : own.indent
    const room = Math.max(0, length - indent - style.endIndent)
    const natural = lineEnds.widths[i]
    const width = isWidened ? justifiedWidth(text, start, end, natural, room, own) : natural
    const sized = { style, level, reach, width, indent, space }
    const line = { paragraph, start, end, ...place(sized, i === 0, isLast), level }
    lines.push(withRuns(line, () => runsOf(line, i, room)))
    start = ends[i]
  }
  return lines
}

/** The length of the longest line with its indents. */
export function outerLength(
  text: string,
  { ends, widths }: Pick<LineEnds, 'ends' | 'widths'>,
  { firstIndent, indent, style: { endIndent } }: PlainStyle,
): number {
  let most = 0
  for (let i = 0; i < ends.length; i++) {
    const isFirst = i === 0 || text.charCodeAt(ends[i - 1]) === newline
    const length = widths[i] + (isFirst ? firstIndent : indent) + endIndent
    if (length > most) most = length
  }
  return most
}

const newline = 0x0a

const wholeLine = (text: string, width: number): LineEnds => ({
  ends: [text.length],
  widths: [width],
  hyphenated: none,
  isCut: false,
})

const none: readonly number[] = []

/** The extent of a line with all its styles. */
export function reachOfRuns(
  own: PlainStyle,
  runs: readonly PlainRun[],
  start: number,
  end: number,
): LineExtents {
  let { reach } = own
  for (let i = indexAt(runs, start); i < runs.length && runs[i].start < end; i++) {
    if (runs[i].end <= start) continue
    const { own: inRun, item } = runs[i]
    if (item?.box) {
      const { baselineShift, size } = inRun.style
      reach = unitedExtents(reach, objectExtents(item.box, baselineShift * size, false))
    } else if (inRun !== own) reach = unitedExtents(reach, inRun.reach)
  }
  return reach
}

type PlacedLine = Omit<Line, 'runs'>

/** The runs of a line, or until they are read, the means to make them. */
const heldRuns: unique symbol = Symbol('the runs of a line')

interface HeldLine extends Line {
  readonly [heldRuns]: { make: () => readonly GlyphRun[]; runs?: readonly GlyphRun[] }
}

/** Read as any property is: a copy has the runs themselves. */
const lazyRuns = {
  enumerable: true,
  configurable: true,
  get(this: HeldLine): readonly GlyphRun[] {
    const held = this[heldRuns]
    held.runs ??= held.make()
    return held.runs
  },
}

function withRuns(line: PlacedLine, make: () => readonly GlyphRun[]): Line {
  const held = { make }
  // Not enumerable: copies, and those who compare, have the runs.
  Object.defineProperty(line, heldRuns, { value: held })
  Object.defineProperty(line, 'runs', lazyRuns)
  return line as Line
}

/** The tools of a text with what its fonts had when it was measured: fonts may have come since. */
function measuredBy(own: PlainStyle, runs: readonly PlainRun[]): LayoutTools {
  const { tools } = own
  const known = new Map([own, ...runs.map(run => run.own)].map(one => [one.style, one]))
  // Refused where the fonts are closed: whatever else may still be known.
  tools.extents(own.style)
  return {
    ...tools,
    extents: style => known.get(style)?.reach ?? tools.extents(style),
    shapingStyle: style => known.get(style)?.shaping ?? tools.shapingStyle(style),
  }
}
