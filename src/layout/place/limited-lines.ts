import type { ShapedParagraph } from '../../shaping/index.ts'
import { linesFrom, type NextLine, roomsIn } from '../break/next-line.ts'
import { type Continuation, textStart } from '../continuation.ts'
import { cutInside } from '../cut/cut-inside.ts'
import { cutLine } from '../cut/cut-line.ts'
import type { Align } from '../frame.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import type { LineExtents } from '../measure/line-box.ts'
import type { BrokenLine } from '../measure/line-of.ts'
import { lineExtents, trimmed } from '../measure/line-reach.ts'
import type { Marker } from '../measure/marker.ts'
import { tolerance } from '../measure/stop-rows.ts'
import { type Breakable, breakable, indentOf } from '../measure/stops.ts'

/** A line with what it takes to place it. */
export interface MeasuredLine extends BrokenLine {
  readonly paragraph: ShapedParagraph
  readonly reach: LineExtents
  /** From the start edge of the frame. */
  readonly indent: number
  /** Space above it, which the first line of all does without. */
  readonly space: number
  /** The marker in its indent. */
  readonly marker?: Marker | undefined
}

export const outerWidth = (line: MeasuredLine) =>
  line.indent + line.width + line.paragraph.style.endIndent

/** The limits of lines: their length, their number, and their total depth. */
export interface Limits {
  readonly length: number
  readonly depth: number
  readonly count: number
  readonly align: Align | undefined
  /** Where the text is taken up. */
  readonly continuation?: Continuation | undefined
  /** Whether it goes on elsewhere: then no line is cut for want of room, and none has a mark. */
  readonly continues?: boolean | undefined
}

interface LimitedLines {
  readonly lines: readonly MeasuredLine[]
  readonly cut?: { readonly start: number; readonly end: number }
  /** Where the text goes on. */
  readonly continuation?: Continuation | undefined
}

/** As many lines as go into the frame; what does not is cut off where the style says. */
export function fittingLines(
  texts: readonly Breakable[],
  limits: Limits,
  tools: LayoutTools,
): LimitedLines {
  const limited = limitedLines(texts, limits, tools)
  if (!limited.cut || limits.continues || limits.continuation) return limited
  const paragraphs = texts.map(text => text.paragraph)
  const [{ style }] = paragraphs
  if (typeof style.ellipsis === 'string') return limited
  const { at = 'end' } = style.ellipsis
  if (at === 'end') return limited
  const set = (paragraph: ShapedParagraph) =>
    limitedLines([breakable(paragraph, tools, texts[0].marker)], limits, tools)
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
  limits: Limits,
  tools: LayoutTools,
): LimitedLines {
  const { depth, count, continuation: from = textStart, continues } = limits
  const lines: MeasuredLine[] = []
  /** The state of the line before, which must be truncated after all if the next is too low. */
  let before: NextLine | undefined
  let rest: Continuation | undefined
  let bottom = 0
  const { paragraph: last } = texts[texts.length - 1]
  const end = last.offset + last.text.length
  for (const one of linesFrom(texts, from, roomsIn(limits.length, limits.align))) {
    const { text, line, room } = one
    const { paragraph } = text
    const isFull = lines.length === count - 1 && one.rest() !== undefined
    const shown = isFull && !continues ? cutLine(text, line.start, room) : line
    const next = measured(one, shown, texts, tools)
    const isFirst = lines.length === 0
    const top = bottom + (isFirst ? 0 : next.space)
    const own = trimmed(next.reach, paragraph.style, tools, isFirst, true)
    bottom =
      top + trimmed(next.reach, paragraph.style, tools, isFirst, false).above + next.reach.below
    if (top + own.above + own.below > depth + tolerance && before) {
      if (continues)
        return { lines, continuation: rest, cut: { start: paragraph.offset + line.start, end } }
      // The break of a word goes with the text that is truncated.
      const { breaksWord: _, ...kept } = lines[lines.length - 1]
      const cut = cutLine(before.text, kept.start, before.room)
      lines[lines.length - 1] = { ...kept, ...cut }
      const start = kept.paragraph.offset + cut.end
      return { lines, continuation: { offset: start, line: before.index + 1 }, cut: { start, end } }
    }
    lines.push(next)
    if (isFull) {
      const start = paragraph.offset + next.end
      const cursor = continues ? one.rest() : { offset: start, line: one.index + 1 }
      return { lines, continuation: cursor, cut: { start, end } }
    }
    before = one
    rest = one.rest()
  }
  return { lines }
}

/** A line with what it takes to place it: which of its paragraph, and of which paragraph. */
function measured(
  { text, paragraph: index, index: lineIndex }: Pick<NextLine, 'text' | 'paragraph' | 'index'>,
  line: BrokenLine,
  texts: readonly Breakable[],
  tools: LayoutTools,
): MeasuredLine {
  const { start, end, contentEnd, runs, width, breaksWord, unreachedTabs } = line
  const { paragraph, marker } = text
  const isFirst = lineIndex === 0
  const above =
    index === 0 ? 0 : texts[index - 1].paragraph.style.spaceAfter + paragraph.style.spaceBefore
  return {
    start,
    end,
    contentEnd,
    runs,
    width,
    paragraph,
    reach: lineExtents(paragraph, line, tools),
    indent: indentOf(text, isFirst),
    space: isFirst ? above : 0,
    marker: isFirst ? marker : undefined,
    ...(breaksWord && { breaksWord }),
    ...(unreachedTabs && { unreachedTabs }),
  }
}
