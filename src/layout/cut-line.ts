import { graphemes } from '../unicode/index.ts'
import { lastWithin } from './fast-lines.ts'
import type { LineRun } from './layout.ts'
import { type BrokenLine, lineOf } from './line-of.ts'
import { advanceOf, arranged, paintOf } from './line-runs.ts'
import { type Breakable, contentEnd, stopKind, tolerance } from './stops.ts'

/** Stands for U+2026 in a face that lacks it. */
const dots = '...'

/**
 * The last line that is allowed, with the mark of what is left out: as many graphemes from `start`
 * on as go into the width with the mark behind them. The mark has the style of the text it ends.
 */
export function cutLine(text: Breakable, start: number, width: number): BrokenLine {
  const { length } = text.paragraph.text
  const { offsets, kinds } = text.stops
  const forced = offsets.findIndex((o, i) => o > start && kinds[i] === stopKind.mandatory)
  const end = forced < 0 ? length : offsets[forced]
  const ends = graphemes(text.paragraph.text.slice(start, end))
  const last = (offset: number) => text.widths[start + offset] - text.widths[start]
  let count = lastWithin(ends, offset => last(offset) <= width)
  while (ends.length > 0) {
    const line = markedLine(text, start, start + ends[count])
    if (line.width <= width + tolerance || count === 0) return line
    count--
  }
  return markedLine(text, start, start)
}

/** The text from `start` to `end`, without the spaces at its end, and the mark. */
function markedLine(text: Breakable, start: number, end: number): BrokenLine {
  const inner = contentEnd(text.paragraph.text, start, end)
  const line = lineOf(text, start, inner)
  const mark = markAfter(text, line)
  if (!mark) return line
  const runs = arranged([...line.runs, mark], [], text.paragraph.level)
  return { ...line, runs, width: line.width + mark.width }
}

function markAfter({ paragraph, tools }: Breakable, line: BrokenLine): LineRun | undefined {
  const last = line.runs.at(-1)
  const glyphRun =
    paragraph.glyphRuns.findLast(run => run.start < line.end) ?? paragraph.glyphRuns[0]
  if (!glyphRun) return undefined
  const { face, segment } = glyphRun
  const { ellipsis } = paragraph.style
  const wanted = (typeof ellipsis === 'string' ? ellipsis : ellipsis.mark) ?? '…'
  const text = wanted === '…' && face.glyphOf(0x2026) === 0 ? dots : wanted
  if (text === '') return undefined
  const glyphs = tools.shape(face, text, segment)
  const style = last?.style ?? paragraph.runs[0]?.style ?? paragraph.style
  const offset = paragraph.offset + line.end
  return {
    start: offset,
    end: offset,
    text,
    x: 0,
    width: (advanceOf(glyphs) * glyphRun.size) / face.metrics.unitsPerEm,
    rise: last?.rise ?? 0,
    level: paragraph.level,
    face,
    style,
    ink: paintOf(style),
    glyphs,
  }
}
