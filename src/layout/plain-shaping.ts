import {
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  shapedItem,
} from '../shaping/index.ts'
import { indexAt } from './index-at.ts'
import type { LayoutTools } from './layout-tools.ts'
import { scriptOfPlain, scriptRuns } from './plain-script.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
import { type Breakable, breakable } from './stops.ts'

/** A stretch of a plain text in a style of its own. */
export interface PlainRun {
  readonly start: number
  readonly end: number
  readonly own: PlainStyle
  /** The bit of its script, where the text has several. */
  readonly script?: number
  /** Where it leads to. */
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
): readonly Breakable[] {
  let offset = 0
  return text.split('\n').map(piece => {
    const start = offset
    offset += piece.length + 1
    const sole = piece === '' ? [] : [{ start: 0, end: piece.length, own }]
    const several = runs ? runsWithin(runs, start, start + piece.length) : sole
    return breakable(paragraphOf(piece, start, several, own), tools)
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

/** Runs divided where their script changes, where it does. */
export function dividedByScript(text: string, runs: readonly PlainRun[]): readonly PlainRun[] {
  const stretches = scriptRuns(text)
  if (stretches.length === 0) return runs
  const divided: PlainRun[] = []
  let next = 0
  for (const run of runs) {
    for (let { start } = run; start < run.end; ) {
      while (stretches[next].end <= start) next++
      const { end: limit, script } = stretches[next]
      const end = Math.min(run.end, limit)
      divided.push({ ...run, start, end, script })
      start = end
    }
  }
  return divided
}

function paragraphOf(
  text: string,
  offset: number,
  runs: readonly PlainRun[],
  { style }: PlainStyle,
): ShapedParagraph {
  return {
    text,
    runs: runs.map(styledRun),
    isolates: [],
    offset,
    style,
    itemNumber: undefined,
    glyphRuns: shapedItems(text, runs),
    level: 0,
    shapingText: text,
    problems: [],
  }
}

const styledRun = ({ start, end, own, link, action }: PlainRun): StyledRun => ({
  start,
  end,
  style: own.style,
  styleNames: own.styleNames,
  ...(link !== undefined && { link }),
  ...(action !== undefined && { action }),
})

/** Neighbours that differ in paint only are shaped as one. */
function shapedItems(text: string, runs: readonly PlainRun[]): ShapedRun[] {
  const script = scriptOfPlain(text)
  const items: ShapedRun[] = []
  for (let i = 0; i < runs.length; ) {
    const { start, own, script: ownScript = script } = runs[i]
    const next = behindItem(runs, i)
    const { end } = runs[next - 1]
    i = next
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
