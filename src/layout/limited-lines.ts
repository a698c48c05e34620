import type { ShapedParagraph } from '../shaping/index.ts'
import { cutInside } from './cut-inside.ts'
import { cutLine } from './cut-line.ts'
import type { Align } from './frame.ts'
import type { LayoutTools } from './layout-tools.ts'
import type { Reach } from './line-box.ts'
import type { BrokenLine } from './line-of.ts'
import { lineReach, trimmed } from './line-reach.ts'
import type { Marker } from './marker.ts'
import { paragraphLines } from './paragraph-lines.ts'
import { type Breakable, breakable, indentOf, tolerance } from './stops.ts'

/** A line with what it takes to place it. */
export interface MeasuredLine extends BrokenLine {
  readonly paragraph: ShapedParagraph
  readonly reach: Reach
  /** From the start edge of the frame. */
  readonly indent: number
  /** Space above it, which the first line of all does without. */
  readonly space: number
  /** What stands in its indent. */
  readonly marker?: Marker | undefined
}

/** Where lines go: how long they may be, how many, and how far they may reach together. */
export interface Limits {
  readonly length: number
  readonly depth: number
  readonly count: number
  readonly align: Align | undefined
}

export interface LimitedLines {
  readonly lines: readonly MeasuredLine[]
  readonly cut?: { readonly start: number; readonly end: number }
}

/** As many lines as go into the frame; what does not is cut off where the style says. */
export function fittingLines(
  texts: readonly Breakable[],
  limits: Limits,
  tools: LayoutTools,
): LimitedLines {
  const limited = limitedLines(texts, limits, tools)
  if (!limited.cut) return limited
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
  { length, depth, count, align }: Limits,
  tools: LayoutTools,
): LimitedLines {
  const lines: MeasuredLine[] = []
  /** Of the line before, what it takes to cut it after all, where the next is too low. */
  let before: { readonly text: Breakable; readonly room: number } | undefined
  let bottom = 0
  const { paragraph: last } = texts[texts.length - 1]
  const end = last.offset + last.text.length
  for (let i = 0; i < texts.length; i++) {
    const text = texts[i]
    const { paragraph, marker } = text
    const { style } = paragraph
    const above = i === 0 ? 0 : texts[i - 1].paragraph.style.spaceAfter + style.spaceBefore
    const roomOf = (isFirst: boolean) =>
      Math.max(0, length - indentOf(text, isFirst) - style.endIndent)
    const measured = (line: BrokenLine): MeasuredLine => {
      const { start, end, contentEnd, runs, width } = line
      const isFirst = start === 0
      const reach = lineReach(paragraph, line, tools)
      return {
        start,
        end,
        contentEnd,
        runs,
        width,
        paragraph,
        reach,
        indent: indentOf(text, isFirst),
        space: isFirst ? above : 0,
        marker: isFirst ? marker : undefined,
      }
    }
    for (const line of paragraphLines(text, roomOf, (align ?? style.align) === 'justify')) {
      const more = line.end < paragraph.text.length || i < texts.length - 1
      const room = roomOf(line.start === 0)
      const isLast = lines.length === count - 1 && more
      const next = measured(isLast ? cutLine(text, line.start, room) : line)
      const top = bottom + (lines.length === 0 ? 0 : next.space)
      const own = trimmed(next.reach, paragraph, tools, lines.length === 0, true)
      const needed = top + own.above + own.below
      bottom = top + trimmed(next.reach, paragraph, tools, lines.length === 0, false).above
      bottom += next.reach.below
      if (needed > depth + tolerance && before) {
        const kept = lines[lines.length - 1]
        const cut = cutLine(before.text, kept.start, before.room)
        lines[lines.length - 1] = { ...kept, ...cut }
        return { lines, cut: { start: kept.paragraph.offset + cut.end, end } }
      }
      lines.push(next)
      if (isLast) return { lines, cut: { start: paragraph.offset + next.end, end } }
      before = { text, room }
    }
  }
  return { lines }
}
