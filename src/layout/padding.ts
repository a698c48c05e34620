import { isVertical, type Style, type WritingMode } from '../sheet/index.ts'

/** Room around text, along its lines and across them, where they begin and where they end. */
export interface FlowPadding {
  readonly inlineStart: number
  readonly inlineEnd: number
  readonly blockStart: number
  readonly blockEnd: number
}

/** A style's padding, whose sides are those of the frame, as lines of a writing mode meet it. */
export function flowPadding({ padding }: Style, mode: WritingMode): FlowPadding {
  const { top, right, bottom, left } = sidesOf(padding)
  if (!isVertical(mode)) {
    return { inlineStart: left, inlineEnd: right, blockStart: top, blockEnd: bottom }
  }
  if (mode === 'sideways-lr') {
    return { inlineStart: bottom, inlineEnd: top, blockStart: left, blockEnd: right }
  }
  return { inlineStart: top, inlineEnd: bottom, blockStart: right, blockEnd: left }
}

/** A padding on each side: alike, or as stated. */
export function sidesOf(padding: Style['padding']) {
  if (typeof padding === 'number') {
    return { top: padding, right: padding, bottom: padding, left: padding }
  }
  const { top = 0, right = 0, bottom = 0, left = 0 } = padding
  return { top, right, bottom, left }
}
