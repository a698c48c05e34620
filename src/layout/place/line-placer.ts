import type { Style } from '../../sheet/index.ts'
import type { Align } from '../frame.ts'
import type { Line } from '../layout.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import type { LineExtents } from '../measure/line-box.ts'
import { trimmed } from '../measure/line-reach.ts'
import type { FlowPadding } from '../measure/padding.ts'

/** The measures of a line that decide its position. */
interface SizedLine {
  /** The style of its paragraph. */
  readonly style: Style
  readonly level: number
  readonly reach: LineExtents
  readonly width: number
  /** From the start edge of the frame. */
  readonly indent: number
  /** Space above it, which the first line of all does without. */
  readonly space: number
}

/** Places lines below each other, one after the other, as long as they may be. */
export function linePlacer(
  length: number,
  align: Align | undefined,
  { inlineStart, inlineStartLeftward, blockStart }: FlowPadding,
  tools: LayoutTools,
): (
  line: SizedLine,
  isFirst: boolean,
  isLast: boolean,
) => Pick<Line, 'x' | 'width' | 'top' | 'height' | 'baseline'> {
  let bottom = blockStart
  return ({ style, level, reach: whole, width, indent, space }, isFirst, isLast) => {
    const reach = trimmed(whole, style, tools, isFirst, isLast)
    const room = length - indent - style.endIndent - width
    const edge = level === 1 ? inlineStartLeftward + style.endIndent : inlineStart + indent
    const x = edge + room * shareOf(align ?? style.align, level)
    const height = reach.above + reach.below
    const top = isFirst ? bottom : bottom + space
    bottom = top + height
    return { x, width, top, height, baseline: top + reach.above }
  }
}

/** The share of a line's free space to its left, in text from left to right. */
const shares: Record<Align, number> = {
  start: 0,
  center: 0.5,
  end: 1,
  left: 0,
  right: 1,
  justify: 0,
}

function shareOf(align: Align, level: number): number {
  const isEdge = align === 'left' || align === 'right'
  return level === 1 && !isEdge ? 1 - shares[align] : shares[align]
}
