import { append } from '../../blocks/index.ts'
import {
  type Isolate,
  type ShapedParagraph,
  type StyledParagraph,
  type StyledRun,
  shapeParagraph,
} from '../../shaping/index.ts'
import { graphemes, lineBreaks } from '../../unicode/index.ts'
import { markText } from '../measure/ellipsis-mark.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'

/** A text with a mark in place of a part of it. */
interface CutInside {
  readonly paragraph: ShapedParagraph
  /** The omitted range; offsets in the whole text. */
  readonly cut: { readonly start: number; readonly end: number }
  /** The place in the whole text of an offset of the paragraph. */
  original(offset: number): number
}

/** Paragraphs become lines of one: the mark may stand for the end of one of them. */
const lineSeparator = '\u2028'

/**
 * As much of a text as fits, without its start or without its middle; the mark stands for what is
 * left out, and what is kept is shaped again beside it. Undefined if not even the mark fits.
 */
export function cutInside(
  paragraphs: readonly ShapedParagraph[],
  at: 'start' | 'middle',
  tools: LayoutTools,
  fits: (paragraph: ShapedParagraph) => boolean,
): CutInside | undefined {
  // The remaining text keeps the direction of the whole.
  const [{ level }] = paragraphs
  const whole = { ...asOneParagraph(paragraphs), level }
  const places = keptPlaces(whole)
  /** Without so many of the pieces between places. */
  const without = (kept: number): CutInside => {
    const before = at === 'start' ? 0 : Math.ceil(kept / 2)
    const last = places.length - 1
    return marked(whole, places[before], places[last - (kept - before)], tools)
  }
  let best: CutInside | undefined
  let [low, high] = [0, places.length - 2]
  while (low <= high) {
    const kept = (low + high) >> 1
    const tried = without(kept)
    if (fits(tried.paragraph)) {
      best = tried
      low = kept + 1
    } else high = kept - 1
  }
  return best
}

/** The offsets at which the text may be cut: of graphemes, or of words. */
function keptPlaces({ text, style }: StyledParagraph): readonly number[] {
  const { ellipsis } = style
  const isBetweenWords = typeof ellipsis !== 'string' && ellipsis.between === 'words'
  const ends = isBetweenWords ? lineBreaks(text).map(b => b.offset) : [...graphemes(text)]
  return [0, ...ends]
}

function asOneParagraph(paragraphs: readonly ShapedParagraph[]): StyledParagraph {
  const [first] = paragraphs
  if (paragraphs.length === 1) return first
  const runs: StyledRun[] = []
  const isolates: Isolate[] = []
  for (const { runs: own, isolates: inner, offset } of paragraphs) {
    const moved = own.map(run => ({ ...run, start: run.start + offset, end: run.end + offset }))
    // The separator before a paragraph goes with the run before it.
    const last = runs.at(-1)
    if (last && moved.length > 0) runs[runs.length - 1] = { ...last, end: moved[0].start }
    append(runs, moved)
    append(
      isolates,
      inner.map(i => ({ start: i.start + offset, end: i.end + offset })),
    )
  }
  const text = paragraphs.map(p => p.text).join(lineSeparator)
  return { text, runs, isolates, offset: 0, style: first.style, ellipsis: first.ellipsis }
}

/** The text with a mark from `start` to `end`, without the spaces beside it. */
function marked(whole: StyledParagraph, start: number, end: number, tools: LayoutTools): CutInside {
  const { text, runs } = whole
  let [from, to] = [start, end]
  while (from > 0 && /\s/.test(text[from - 1])) from--
  while (to < text.length && /\s/.test(text[to])) to++
  const holder = runs.findLast(run => run.start < from && !run.box) ?? runs.find(run => !run.box)
  const style = holder?.style ?? whole.style
  const { ellipsis } = whole
  const mark = ellipsis?.text ?? markText(whole.style, tools.shapingStyle(style).faces[0])
  const markRuns = ellipsis?.runs ?? [{ start: 0, end: mark.length, style }]
  const moved = mark.length - (to - from)
  const after = (offset: number) => offset + moved
  const kept: StyledRun[] = [
    ...runs.filter(run => run.start < from).map(run => ({ ...run, end: Math.min(run.end, from) })),
    ...markRuns.map(run => ({
      ...run,
      kind: 'ellipsis' as const,
      start: from + run.start,
      end: from + run.end,
    })),
    ...runs
      .filter(run => run.end > to)
      .map(run => ({ ...run, start: after(Math.max(run.start, to)), end: after(run.end) })),
  ]
  const isolates = whole.isolates.flatMap((isolate): Isolate[] => {
    if (isolate.end <= from) return [isolate]
    if (isolate.start >= to) return [{ start: after(isolate.start), end: after(isolate.end) }]
    const before = isolate.start < from ? [{ start: isolate.start, end: from }] : []
    const behind = isolate.end > to ? [{ start: from + mark.length, end: after(isolate.end) }] : []
    return [...before, ...behind]
  })
  const cutText = text.slice(0, from) + mark + text.slice(to)
  const styled = { ...whole, text: cutText, runs: kept, isolates }
  return {
    paragraph: shapeParagraph(styled, tools),
    cut: { start: from, end: to },
    original(offset) {
      if (offset <= from) return offset
      return offset < from + mark.length
        ? from
        : offset === from + mark.length
          ? to
          : offset - moved
    },
  }
}
