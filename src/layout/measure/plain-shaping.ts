import {
  type ShapedParagraph,
  type ShapedRun,
  type ShapingItem,
  type StyledRun,
  shapedItem,
  shapeParagraph,
} from '../../shaping/index.ts'
import { indexAt } from './index-at.ts'
import type { LayoutTools } from './layout-tools.ts'
import { scriptOfPlain } from './plain-script.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
import { type Breakable, breakable } from './stops.ts'

/** A stretch of a plain text in a style of its own. */
export interface PlainRun {
  readonly start: number
  readonly end: number
  readonly own: PlainStyle
  /** The bit of its script, where the text has several. */
  readonly script?: number | undefined
  /** The item it is shaped with, if the text is divided in the general way. */
  readonly item?: ShapingItem | undefined
  /** Whether it is a tab, which is a run of its own. */
  readonly isTab?: boolean | undefined
  /** What stands in place of its one character. */
  readonly box?: StyledRun['box']
  /** Address of its link. */
  readonly link?: string | undefined
  /** A name for the program to act on. */
  readonly action?: string | undefined
}

/** A plain text as any other is shaped, in the faces that it was measured in. */
export function shapedPlainly(
  text: string,
  own: PlainStyle,
  runs?: readonly PlainRun[],
  tools: LayoutTools = own.tools,
  level = 0,
): readonly Breakable[] {
  let offset = 0
  return text.split('\n').map(piece => {
    const start = offset
    offset += piece.length + 1
    const sole = piece === '' ? [] : [{ start: 0, end: piece.length, own }]
    const several = runs ? runsWithin(runs, start, start + piece.length) : sole
    const paragraph = piece.includes('\t')
      ? shapeParagraph(styledParagraph(piece, start, several, own), tools)
      : paragraphOf(piece, start, several, own, level)
    return breakable(paragraph, tools)
  })
}

/** The runs of a part of a text, their offsets counted from its start. */
export function runsWithin(
  runs: readonly PlainRun[],
  start: number,
  end: number,
): readonly PlainRun[] {
  if (start === 0 && end === runs[runs.length - 1].end) return runs
  const inside: PlainRun[] = []
  for (let i = indexAt(runs, start); i < runs.length && runs[i].start < end; i++) {
    const { start: from, end: to } = runs[i]
    if (to <= start) continue
    inside.push({
      ...runs[i],
      start: Math.max(from, start) - start,
      end: Math.min(to, end) - start,
    })
  }
  return inside
}

function paragraphOf(
  text: string,
  offset: number,
  runs: readonly PlainRun[],
  own: PlainStyle,
  level: number,
): ShapedParagraph {
  // Written out: copies by spreading take longer than all else of it.
  return {
    text,
    runs: runs.map(styledRun),
    isolates: [],
    offset,
    style: own.style,
    itemNumber: undefined,
    glyphRuns: shapedItems(text, runs),
    level,
    shapingText: text,
    problems: [],
  }
}

export const styledParagraph = (
  text: string,
  offset: number,
  runs: readonly PlainRun[],
  { style }: PlainStyle,
) => ({ text, runs: runs.map(styledRun), isolates: [], offset, style })

export function styledRun({ start, end, own, box, link, action }: PlainRun): StyledRun {
  const run = { start, end, style: own.style, styleNames: own.styleNames }
  if (!box && link === undefined && action === undefined) return run
  return {
    ...run,
    ...(box && { box }),
    ...(link !== undefined && { link }),
    ...(action !== undefined && { action }),
  }
}

/** Neighbors that differ in paint only are shaped as one. */
function shapedItems(text: string, runs: readonly PlainRun[]): ShapedRun[] {
  const script = scriptOfPlain(text)
  const items: ShapedRun[] = []
  for (let i = 0; i < runs.length; ) {
    const { start, own, script: ownScript = script, item: known } = runs[i]
    const next = behindItem(runs, i)
    const { end } = runs[next - 1]
    i = next
    if (known) {
      items.push(shapedItem(known, text, own.tools))
      continue
    }
    const segment = own.segments.get(ownScript)
    if (!segment) continue
    const { face, style, tools, shaping } = own
    const item = {
      start,
      end,
      face,
      size: style.size,
      segment,
      spacing: shaping.spacing,
      level: 0,
      upright: false,
      isTab: false,
    }
    items.push(shapedItem(item, text, tools))
  }
  return items
}
