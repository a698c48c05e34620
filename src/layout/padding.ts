import { isVertical, type Style, type WritingMode } from '../sheet/index.ts'

/** Room around text, along its lines and across them, where they begin and where they end. */
export interface FlowPadding {
  readonly alongStart: number
  readonly alongEnd: number
  readonly acrossStart: number
  readonly acrossEnd: number
}

/** A style's padding, whose sides are those of the frame, as lines of a writing mode meet it. */
export function flowPadding({ padding }: Style, mode: WritingMode): FlowPadding {
  const all = typeof padding === 'number' ? padding : 0
  const sides = typeof padding === 'number' ? {} : padding
  const { top = all, right = all, bottom = all, left = all } = sides
  if (!isVertical(mode)) {
    return { alongStart: left, alongEnd: right, acrossStart: top, acrossEnd: bottom }
  }
  if (mode === 'sideways-lr') {
    return { alongStart: bottom, alongEnd: top, acrossStart: left, acrossEnd: right }
  }
  return { alongStart: top, alongEnd: bottom, acrossStart: right, acrossEnd: left }
}
