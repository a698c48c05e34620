import { isVertical, type Style, type WritingMode } from '../../sheet/index.ts'

/** Room around text, along its lines and across them, where they begin and where they end. */
export interface FlowPadding {
  readonly inlineStart: number
  readonly inlineEnd: number
  /** The same as `inlineStart`, if the paragraph runs from right to left: its sides may be logical. */
  readonly inlineStartLeftward: number
  readonly blockStart: number
  readonly blockEnd: number
}

/** A style's padding, whose sides are those of the frame, as lines of a writing mode meet it. */
export function flowPadding({ padding }: Style, mode: WritingMode): FlowPadding {
  const rightward = alongLines(padding, mode, 0)
  const leftward = isLogical(padding) ? alongLines(padding, mode, 1) : rightward
  return { ...rightward, inlineStartLeftward: leftward.inlineStart }
}

const isLogical = (padding: Style['padding']) =>
  typeof padding === 'object' && (padding.start ?? padding.end) !== undefined

function alongLines(padding: Style['padding'], mode: WritingMode, level: number) {
  const { top, right, bottom, left } = sidesOf(padding, level)
  if (!isVertical(mode)) {
    return { inlineStart: left, inlineEnd: right, blockStart: top, blockEnd: bottom }
  }
  const isUpward = mode === 'sideways-lr'
  const [before, behind] = isUpward ? [bottom, top] : [top, bottom]
  // The start and end of lines that run down or up are at the top and the bottom, beside those sides.
  if (isLogical(padding)) {
    return { inlineStart: before + left, inlineEnd: behind + right, blockStart: 0, blockEnd: 0 }
  }
  const [blockStart, blockEnd] = isUpward ? [left, right] : [right, left]
  return { inlineStart: before, inlineEnd: behind, blockStart, blockEnd }
}

/**
 * A padding on each side: alike, or as stated. `start` and `end` depend on the level of the paragraph
 * (CSS Logical Properties 1, section 4.2).
 */
export function sidesOf(padding: Style['padding'], level: number) {
  if (typeof padding === 'number') {
    return { top: padding, right: padding, bottom: padding, left: padding }
  }
  const { top = 0, bottom = 0, start = 0, end = 0 } = padding
  const [before, behind] = level % 2 === 1 ? [end, start] : [start, end]
  const { left = before, right = behind } = padding
  return { top, right, bottom, left }
}
