import {
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  shapedItem,
} from '../shaping/index.ts'
import type { LayoutTools } from './layout-tools.ts'
import { scriptOfPlain } from './plain-script.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
import { type Breakable, breakable } from './stops.ts'

/** A stretch of a plain text in a style of its own. */
export interface PlainRun {
  readonly start: number
  readonly end: number
  readonly own: PlainStyle
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
    const several = runs ?? (piece === '' ? [] : [{ start: 0, end: piece.length, own }])
    return breakable(paragraphOf(piece, start, several, own), tools)
  })
}

function paragraphOf(
  text: string,
  offset: number,
  runs: readonly PlainRun[],
  { style }: PlainStyle,
): ShapedParagraph {
  return {
    text,
    runs: runs.map(
      (run): StyledRun => ({
        start: run.start,
        end: run.end,
        style: run.own.style,
        styleNames: run.own.styleNames,
      }),
    ),
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

/** Neighbours that differ in paint only are shaped as one. */
function shapedItems(text: string, runs: readonly PlainRun[]): ShapedRun[] {
  const script = scriptOfPlain(text)
  const items: ShapedRun[] = []
  for (let i = 0; i < runs.length; ) {
    const { start, own } = runs[i]
    const next = behindItem(runs, i)
    const { end } = runs[next - 1]
    i = next
    const segment = own.segments.get(script)
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
