import { isVertical, type Style, type WritingMode } from '../sheet/index.ts'

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
  const inlineStartLeftward = alongLines(padding, mode, 1).inlineStart
  return { ...alongLines(padding, mode, 0), inlineStartLeftward }
}

function alongLines(padding: Style['padding'], mode: WritingMode, level: number) {
  if (!isVertical(mode)) {
    const { top, right, bottom, left } = sidesOf(padding, level)
    return { inlineStart: left, inlineEnd: right, blockStart: top, blockEnd: bottom }
  }
  // Lines run down or up: their start and end are at the top and the bottom, beside those sides.
  const { start = 0, end = 0, ...sides } = typeof padding === 'number' ? {} : padding
  const { top, right, bottom, left } = sidesOf(typeof padding === 'number' ? padding : sides, level)
  const [before, behind] = level % 2 === 1 ? [end, start] : [start, end]
  if (mode === 'sideways-lr') {
    const [inlineStart, inlineEnd] = [bottom + before, top + behind]
    return { inlineStart, inlineEnd, blockStart: left, blockEnd: right }
  }
  const [inlineStart, inlineEnd] = [top + before, bottom + behind]
  return { inlineStart, inlineEnd, blockStart: right, blockEnd: left }
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
