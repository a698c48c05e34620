import { type StyledParagraph, shapeParagraph } from '../shaping/index.ts'
import type { GlyphRun } from './layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { lineRuns, widthOf } from './line-runs.ts'

/** What stands before the first line of a paragraph. */
export interface Marker {
  /** In the order of the text, not yet placed. */
  readonly runs: readonly GlyphRun[]
  readonly width: number
  /** How far in it puts the lines. */
  readonly indent: number
}

/** Between a marker and its paragraph, in ems, where no indent is stated. */
const gap = 0.5

/** What a marker says, with the number of its paragraph. */
export const markerText = (text: string, itemNumber = 1): string =>
  text.replaceAll('{number}', String(itemNumber))

/** The marker that a paragraph's style asks for; it is of no text that is copied. */
export function markerOf(paragraph: StyledParagraph, tools: LayoutTools): Marker | undefined {
  const { style, offset, itemNumber = 1 } = paragraph
  if (style.marker === 'none') return undefined
  const text = markerText(style.marker.text, itemNumber)
  const own = { ...style, marker: 'none' as const }
  const shaped = shapeParagraph(
    { text, runs: [{ start: 0, end: text.length, style: own }], isolates: [], offset, style: own },
    tools,
  )
  const runs = lineRuns(shaped, 0, text.length, tools.shape).map(run => ({
    ...run,
    kind: 'marker' as const,
    start: offset,
    end: offset,
  }))
  const width = widthOf(runs)
  return { runs, width, indent: style.marker.indent ?? width + gap * style.size }
}
