import { isVertical, type Style } from '../../sheet/index.ts'
import { widestIn } from '../break/least-width.ts'
import type { Frame } from '../frame.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import { type FlowPadding, flowPadding } from '../measure/padding.ts'
import { tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import { wrapLines } from './wrap.ts'
import type { WrappedLines } from './wrapped-lines.ts'

/** The precision of the largest size, as a share of it. */
const precision = 0.0005

/**
 * The largest ratio from `least` to `most` at which a text fits in the frame, found by wrapping it
 * to a frame that is as much smaller. Words are not broken for it. `least` if not even that fits.
 */
export function fittedRatio(
  texts: readonly Breakable[],
  frame: Frame,
  bounds: Ratios,
  tools: LayoutTools,
): number {
  const { style } = texts[0].paragraph
  const padding = flowPadding(style, style.writingMode)
  const longest = texts.reduce((most, text) => Math.max(most, widestIn(text)), 0)
  const wrap = (width: number) => wrapLines(texts, width, tools, frame.align)
  return largestRatio({ style, padding, longest, wrap }, frame, bounds)
}

/** The limits of a text's enlargement. */
export interface Ratios {
  readonly min: number
  readonly max: number
}

/** A text as it is stated, to be tried in rooms. */
interface TriedText {
  /** The style of its first paragraph. */
  readonly style: Style
  readonly padding: FlowPadding
  /** The width of the longest word, with its indents. */
  readonly longest: number
  wrap(width: number): Pick<WrappedLines, 'count' | 'height'>
}

export function largestRatio(
  { style, padding, longest, wrap }: TriedText,
  frame: Frame,
  bounds: Ratios,
): number {
  const isSideways = isVertical(style.writingMode)
  const [length = Infinity, depth = Infinity] = isSideways
    ? [frame.height, frame.width]
    : [frame.width, frame.height]
  const along = padding.inlineStart + padding.inlineEnd
  const count = frame.maxLines ?? Infinity
  const fits = (ratio: number) => {
    if ((longest + along) * ratio > length + tolerance) return false
    const wrapped = wrap(length / ratio)
    return wrapped.count <= count && wrapped.height * ratio <= depth + tolerance
  }
  let { min: low, max: high } = bounds
  if (fits(high)) return high
  while (high - low > low * precision) {
    const middle = (low + high) / 2
    if (fits(middle)) low = middle
    else high = middle
  }
  return low
}
