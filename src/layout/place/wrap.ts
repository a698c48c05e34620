import { hasCentralBaseline } from '../../sheet/index.ts'
import { linesFrom, roomsIn } from '../break/next-line.ts'
import { textStart } from '../continuation.ts'
import type { Align } from '../frame.ts'
import { indexAt } from '../measure/index-at.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import { type LineExtents, objectExtents, unitedExtents } from '../measure/line-box.ts'
import { extentsIn, trimmed } from '../measure/line-reach.ts'
import { flowPadding } from '../measure/padding.ts'
import type { Breakable } from '../measure/stops.ts'
import { lineWriter } from './line-writer.ts'
import type { WrappedLines } from './wrapped-lines.ts'

/**
 * Wraps paragraphs that were made ready for it: nothing is shaped, and where lines are what their
 * numbers say no glyph is placed. The lines are those of a layout of that width.
 */
export function wrapLines(
  paragraphs: readonly Breakable[],
  width: number,
  tools: LayoutTools,
  align?: Align,
): WrappedLines {
  const [first] = paragraphs
  const last = paragraphs[paragraphs.length - 1]
  const { style } = first.paragraph
  const padding = flowPadding(style, style.writingMode)
  const length = Math.max(0, width - padding.inlineStart - padding.inlineEnd)
  const lines = lineWriter(padding, {
    first: reach => trimmed(reach, style, tools, true, false),
    last: reach => trimmed(reach, last.paragraph.style, tools, false, true),
  })
  let reachOf: ReachOf = () => ({ above: 0, below: 0 })
  for (const one of linesFrom(paragraphs, textStart, roomsIn(length, align))) {
    const { text, paragraph: index, line } = one
    const { paragraph } = text
    if (one.index === 0) {
      reachOf = reachesOf(text, tools)
      const above = index > 0 ? paragraphs[index - 1].paragraph.style.spaceAfter : 0
      if (index > 0) lines.space(above + paragraph.style.spaceBefore)
    }
    const { start, end, contentEnd } = line
    const { widths } = text.breaks()
    const hang = widths[end] - widths[contentEnd]
    const { offset } = paragraph
    lines.add(offset + start, offset + end, line.width, hang, reachOf(start, end))
  }
  return lines.end()
}

type ReachOf = (start: number, end: number) => LineExtents

/**
 * The extents of a paragraph's lines; most paragraphs have one style, and one extent for all lines.
 */
function reachesOf({ paragraph }: Breakable, tools: LayoutTools): ReachOf {
  const { runs, style, glyphRuns } = paragraph
  const styled = extentsIn(paragraph, tools)
  const own = styled(style)
  if (runs.every(run => !run.box && run.style === (runs[0]?.style ?? style))) {
    const all = runs.length > 0 ? unitedExtents(own, styled(runs[0].style)) : own
    return () => all
  }
  const isCentral = hasCentralBaseline(style.writingMode)
  const boxes = new Map(glyphRuns.flatMap(run => (run.box ? [[run.start, run.box]] : [])))
  return (start, end) => {
    let all = own
    for (let i = indexAt(runs, start); i < runs.length && runs[i].start < end; i++) {
      const run = runs[i]
      if (run.end <= start) continue
      const box = run.box && boxes.get(run.start)
      const rise = run.style.baselineShift * run.style.size
      all = unitedExtents(all, box ? objectExtents(box, rise, isCentral) : styled(run.style))
    }
    return all
  }
}
