import { type Problem, warningProblem } from '../problem/index.ts'
import type { ShapedParagraph, ShapingTools } from '../shaping/index.ts'
import { findFace } from '../shaping/index.ts'
import { type BrokenLine, breakable, brokenLines, tolerance } from './break-lines.ts'
import { cutLine } from './cut-line.ts'
import { type Align, checkFrame, type Frame } from './frame.ts'
import type { Cut, Layout, Line } from './layout.ts'
import { joinedReach, type Reach, reachOf } from './line-box.ts'

/** A line with what it takes to place it. */
interface MeasuredLine extends BrokenLine {
  readonly paragraph: ShapedParagraph
  readonly reach: Reach
}

/** Breaks shaped paragraphs into lines and places them in the frame. */
export function layOut(
  paragraphs: readonly ShapedParagraph[],
  frame: Frame,
  tools: ShapingTools,
): Layout {
  checkFrame(frame)
  const text = paragraphs.map(p => p.text).join('\n')
  const { lines: measured, cut } = limitedLines(paragraphs, frame, tools)
  const textWidth = measured.reduce((widest, line) => Math.max(widest, line.width), 0)
  const width = frame.width ?? textWidth
  const lines = placed(measured, width, frame.align ?? 'start')
  const last = lines.at(-1)
  return {
    kind: 'layout',
    text,
    width,
    height: last ? last.top + last.height : 0,
    textWidth,
    lines,
    ...(cut !== undefined && { cut: { start: cut, text: text.slice(cut) } satisfies Cut }),
    problems: [...paragraphs.flatMap(p => p.problems), ...overflow(measured, width)],
    frame,
  }
}

/** As many lines as the frame allows; the last ends with a mark where not all text went in. */
function limitedLines(
  paragraphs: readonly ShapedParagraph[],
  frame: Frame,
  tools: ShapingTools,
): { lines: MeasuredLine[]; cut?: number } {
  const width = frame.width ?? Infinity
  const limit = frame.lines ?? Infinity
  const lines: MeasuredLine[] = []
  const measured = (paragraph: ShapedParagraph, line: BrokenLine): MeasuredLine => {
    return { ...line, paragraph, reach: lineReach(paragraph, line, tools) }
  }
  for (const [i, paragraph] of paragraphs.entries()) {
    const text = breakable(paragraph, tools.shape)
    for (const line of brokenLines(text, width)) {
      const more = line.end < paragraph.text.length || i < paragraphs.length - 1
      if (lines.length === limit - 1 && more) {
        const last = cutLine(text, line.start, width)
        return { lines: [...lines, measured(paragraph, last)], cut: paragraph.offset + last.end }
      }
      lines.push(measured(paragraph, line))
    }
  }
  return { lines }
}

function lineReach(paragraph: ShapedParagraph, line: BrokenLine, tools: ShapingTools): Reach {
  const strut = reachOf(findFace(tools.shelf, paragraph.style).face, paragraph.style)
  return line.runs.reduce((reach, run) => joinedReach(reach, reachOf(run.face, run.style)), strut)
}

const shares: Record<Align, number> = { start: 0, center: 0.5, end: 1 }

function placed(measured: readonly MeasuredLine[], width: number, align: Align): Line[] {
  let top = 0
  return measured.map(({ paragraph, reach, runs, start, end, width: lineWidth }) => {
    const x = (width - lineWidth) * shares[align]
    const height = reach.above + reach.below
    const line = {
      start: paragraph.offset + start,
      end: paragraph.offset + end,
      x,
      width: lineWidth,
      top,
      height,
      baseline: top + reach.above,
      runs: x === 0 ? runs : runs.map(run => ({ ...run, x: run.x + x })),
    }
    top += height
    return line
  })
}

function overflow(lines: readonly MeasuredLine[], width: number): Problem[] {
  const wide = lines.findIndex(line => line.width > width + tolerance)
  if (wide < 0) return []
  const message = `line ${wide + 1} is ${lines[wide].width.toFixed(1)} units wide in a frame of ${width}`
  return [warningProblem('overflow', message, { hint: 'give it a wider frame or a smaller size' })]
}
