import { type ShapedParagraph, unitScale } from '../../shaping/index.ts'
import { type BackedStretch, backedStretches } from './backing-room.ts'
import type { LayoutTools } from './layout-tools.ts'
import { type Marker, markerOf } from './marker.ts'
import { type ShapedStops, shapedStops } from './shaped-stops.ts'
import { tabSizes } from './tab-stops.ts'

/** A paragraph made ready for breaking. */
export interface Breakable {
  readonly paragraph: ShapedParagraph
  readonly tools: LayoutTools
  readonly hasTabs: boolean
  /** Whether the text itself ends lines. */
  readonly hasForcedBreaks: boolean
  /** Distance of the usual tab stops: eight spaces of the paragraph's own style. */
  readonly tabWidth: number
  /** The least that a tab leaves free: half a digit (CSS Text 3, 4.1.2). */
  readonly leastTab: number
  readonly marker?: Marker | undefined
  /** The space that backgrounds add to their letters, if any does. */
  readonly stretches?: readonly BackedStretch[] | undefined
  /** Found when it is first asked for: a label that goes on one line needs none of it. */
  readonly breaks: () => ShapedStops
}

export function breakable(
  paragraph: ShapedParagraph,
  tools: LayoutTools,
  marker = markerOf(paragraph, tools),
): Breakable {
  const hasTabs = paragraph.text.includes('\t')
  const stretches = backedStretches(paragraph.text, paragraph.runs, paragraph.level)
  let found: ShapedStops | undefined
  const breaks = () => {
    found ??= shapedStops(paragraph, tools, hasTabs, stretches)
    return found
  }
  return {
    stretches,
    paragraph,
    tools,
    hasTabs,
    hasForcedBreaks: forcedBreak.test(paragraph.text),
    marker,
    ...(hasTabs ? tabSizesIn(paragraph, tools) : noTabs),
    breaks,
  }
}

/** Characters of the classes BK and NL that a paragraph may hold (UAX #14). */
const forcedBreak = /[\v\f\u0085\u2028]/

/** The distance of a line from the start edge. */
export function indentOf({ paragraph, marker }: Breakable, isFirst: boolean): number {
  const { startIndent, firstIndent } = paragraph.style
  return startIndent + (marker?.indent ?? 0) + (isFirst ? firstIndent : 0)
}

const noTabs = { tabWidth: 1, leastTab: 0 }

/** Those of the face of a paragraph's own style. */
function tabSizesIn({ style }: ShapedParagraph, tools: LayoutTools) {
  const [face] = tools.shapingStyle(style).faces
  return tabSizes(face, unitScale(face, style.size))
}
