import { type Problem, warningProblem } from '../problem/index.ts'
import type { ShapedParagraph } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { cutInside } from './cut-inside.ts'
import { cutLine } from './cut-line.ts'
import { type Align, checkFrame, type Frame } from './frame.ts'
import type { Cut, Layout, Line } from './layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { joinedReach, type Reach } from './line-box.ts'
import type { BrokenLine } from './line-of.ts'
import { movedTo } from './line-runs.ts'
import { paragraphLines } from './paragraph-lines.ts'
import { type Breakable, breakable, tolerance } from './stops.ts'

/** A line with what it takes to place it. */
interface MeasuredLine extends BrokenLine {
  readonly paragraph: ShapedParagraph
  readonly reach: Reach
  /** From the start edge of the frame. */
  readonly indent: number
  /** Space above it, which the first line of all does without. */
  readonly space: number
}

/** Breaks shaped paragraphs into lines and places them in the frame. */
export function layOut(
  texts: readonly Breakable[],
  frame: Frame,
  tools: LayoutTools,
  /** What was found before, which the layout's own problems follow. */
  found: readonly Problem[] = [],
): Layout {
  checkFrame(frame)
  const text =
    texts.length === 1
      ? texts[0].paragraph.text
      : texts.map(({ paragraph }) => paragraph.text).join('\n')
  const { lines: measured, cut } = fittingLines(texts, frame, tools)
  let textWidth = 0
  let widest = 0
  for (const line of measured) {
    textWidth = Math.max(textWidth, line.width)
    widest = Math.max(widest, outerWidth(line))
  }
  const width = frame.width ?? widest
  const lines = placed(measured, width, frame.align)
  const last = lines.at(-1)
  const height = last ? last.top + last.height : 0
  const problems = [...found]
  for (const { paragraph } of texts) problems.push(...paragraph.problems)
  problems.push(...overflow(measured, frame), ...tooHigh(height, frame))
  const kind = 'layout' as const
  if (!cut) return { kind, text, width, height, textWidth, lines, problems, frame }
  const missing: Cut = { ...cut, text: text.slice(cut.start, cut.end) }
  return { kind, text, width, height, textWidth, lines, cut: missing, problems, frame }
}

interface LimitedLines {
  readonly lines: readonly MeasuredLine[]
  readonly cut?: { readonly start: number; readonly end: number }
}

/** As many lines as go into the frame; what does not is cut off where the style says. */
function fittingLines(texts: readonly Breakable[], frame: Frame, tools: LayoutTools): LimitedLines {
  const limited = limitedLines(texts, frame, tools)
  if (!limited.cut) return limited
  const paragraphs = texts.map(text => text.paragraph)
  const [{ style }] = paragraphs
  if (typeof style.ellipsis === 'string') return limited
  const { at = 'end' } = style.ellipsis
  if (at === 'end') return limited
  const set = (paragraph: ShapedParagraph) =>
    limitedLines([breakable(paragraph, tools)], frame, tools)
  const inside = cutInside(paragraphs, at, tools, paragraph => !set(paragraph).cut)
  if (!inside) return limited
  const { paragraph, cut, original } = inside
  const lines = set(paragraph).lines.map(line => ({
    ...line,
    start: original(line.start),
    end: original(line.end),
    runs: line.runs.map(run => ({ ...run, start: original(run.start), end: original(run.end) })),
  }))
  return { lines, cut }
}

/** As many lines as the frame allows; the last ends with a mark where not all text went in. */
function limitedLines(
  texts: readonly Breakable[],
  { width = Infinity, height = Infinity, lines: limit = Infinity, align }: Frame,
  tools: LayoutTools,
): LimitedLines {
  const lines: MeasuredLine[] = []
  /** Of the line before, what it takes to cut it after all, where the next is too low. */
  let before: { readonly text: Breakable; readonly room: number } | undefined
  let bottom = 0
  const { paragraph: finalParagraph } = texts[texts.length - 1]
  const end = finalParagraph.offset + finalParagraph.text.length
  for (let i = 0; i < texts.length; i++) {
    const text = texts[i]
    const { paragraph } = text
    const { style } = paragraph
    const above = i === 0 ? 0 : texts[i - 1].paragraph.style.spaceAfter + style.spaceBefore
    const roomOf = (first: boolean) => Math.max(0, width - indents(style, first))
    const measured = (line: BrokenLine): MeasuredLine => {
      const { start, end, contentEnd, runs, width: lineWidth } = line
      const isFirst = start === 0
      const indent = style.startIndent + (isFirst ? style.firstIndent : 0)
      const reach = lineReach(paragraph, line, tools)
      const space = isFirst ? above : 0
      return { start, end, contentEnd, runs, width: lineWidth, paragraph, reach, indent, space }
    }
    for (const line of paragraphLines(text, roomOf, (align ?? style.align) === 'justify')) {
      const more = line.end < paragraph.text.length || i < texts.length - 1
      const room = roomOf(line.start === 0)
      const isLast = lines.length === limit - 1 && more
      const next = measured(isLast ? cutLine(text, line.start, room) : line)
      const top = bottom + (lines.length === 0 ? 0 : next.space)
      bottom = top + next.reach.above + next.reach.below
      if (bottom > height + tolerance && before) {
        const last = lines[lines.length - 1]
        const cut = cutLine(before.text, last.start, before.room)
        lines[lines.length - 1] = { ...last, ...cut }
        return { lines, cut: { start: last.paragraph.offset + cut.end, end } }
      }
      lines.push(next)
      if (isLast) return { lines, cut: { start: paragraph.offset + next.end, end } }
      before = { text, room }
    }
  }
  return { lines }
}

/** What the indents take of the frame's width. */
function indents(style: Style, first: boolean): number {
  return style.startIndent + style.endIndent + (first ? style.firstIndent : 0)
}

const outerWidth = (line: MeasuredLine) => line.indent + line.width + line.paragraph.style.endIndent

/** What the styles of a line ask for. */
function lineReach(paragraph: ShapedParagraph, line: BrokenLine, tools: LayoutTools): Reach {
  let reach = tools.reach(paragraph.style)
  let style: Style = paragraph.style
  for (const run of line.runs) {
    const { box, rise } = run
    if (box) {
      const own = { above: box.baseline + rise, below: box.height - box.baseline - rise }
      reach = joinedReach(reach, own)
    } else if (run.style !== style) {
      style = run.style
      reach = joinedReach(reach, tools.reach(style))
    }
  }
  return reach
}

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
  width: number,
  align: Align | undefined,
): Line[] {
  let top = 0
  return measured.map(
    ({ paragraph, reach, runs, start, end, width: lineWidth, indent, space }, i) => {
      const { style, offset, level } = paragraph
      const room = width - indent - style.endIndent - lineWidth
      const edge = level === 1 ? style.endIndent : indent
      const x = edge + room * shareOf(align ?? style.align, level)
      const height = reach.above + reach.below
      if (i > 0) top += space
      const line = {
        start: offset + start,
        end: offset + end,
        x,
        width: lineWidth,
        top,
        height,
        baseline: top + reach.above,
        level,
        runs: x === 0 ? runs : runs.map(run => movedTo(run, run.x + x)),
      }
      top += height
      return line
    },
  )
}

const none: Problem[] = []

function tooHigh(needed: number, { height = Infinity }: Frame): Problem[] {
  if (needed <= height + tolerance) return none
  const message = `the text is ${needed.toFixed(1)} units high in a frame of ${height}`
  return [warningProblem('overflow', message, { hint: 'give it a higher frame or a smaller size' })]
}

function overflow(lines: readonly MeasuredLine[], { width = Infinity }: Frame): Problem[] {
  const wide =
    width === Infinity ? -1 : lines.findIndex(line => outerWidth(line) > width + tolerance)
  if (wide < 0) return none
  const needed = outerWidth(lines[wide]).toFixed(1)
  const message = `line ${wide + 1} is ${needed} units wide in a frame of ${width}`
  return [warningProblem('overflow', message, { hint: 'give it a wider frame or a smaller size' })]
}
