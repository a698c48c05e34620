import type { StyledParagraph } from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { GlyphRun } from '../layout.ts'
import { type InsertedRuns, insertedRuns } from './inserted-text.ts'
import type { LayoutTools } from './layout-tools.ts'
import { arranged, movedTo } from './line-runs.ts'

/** The marker before the first line of a paragraph. */
export interface Marker extends InsertedRuns {
  /** The indent that it gives to lines. */
  readonly indent: number
}

/** Between a marker and its paragraph, in ems, where no indent is stated. */
const gap = 0.5

/** The text of a marker, with the number of its paragraph. */
export const markerText = (text: string, itemNumber = 1): string =>
  text.replaceAll('{number}', String(itemNumber))

/** The marker that a paragraph's style asks for; it is of no text that is copied. */
export function markerOf(paragraph: StyledParagraph, tools: LayoutTools): Marker | undefined {
  const { style, offset, itemNumber = 1 } = paragraph
  if (style.marker === 'none') return undefined
  const text = markerText(style.marker.text, itemNumber)
  const own = { ...style, marker: 'none' as const }
  const inserted = insertedRuns({ kind: 'marker', text, style: own, offset }, tools)
  const indent = style.marker.indent ?? inserted.width + gap * style.size
  return { ...inserted, indent }
}

/** The runs of a marker, in its indent before the text of a line that begins at x. */
export function markerRuns(
  marker: Marker,
  { paragraph, width }: MarkedLine,
  x: number,
): readonly GlyphRun[] {
  const { level, style } = paragraph
  const before = marker.indent + style.firstIndent
  const from = level === 1 ? x + width + before - marker.width : x - before
  return arranged(marker.runs, [], level).map(run => movedTo(run, run.x + from))
}

interface MarkedLine {
  readonly paragraph: { readonly level: number; readonly style: Style }
  readonly width: number
}
