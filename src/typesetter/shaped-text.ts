import {
  type Breakable,
  type Continuation,
  checkFrame,
  type Frame,
  frameFields,
  type Layout,
  type LayoutTools,
  minWidth,
  type TextLine,
  textLine,
  textStart,
  type WrappedLines,
  wrapLines,
} from '../layout/index.ts'
import { checkOptions } from '../problem/index.ts'

/** A text that was shaped, to be set in many frames. */
export interface ShapedText {
  /** Its lines at a width, as numbers; fast enough for every step of a window resize. */
  wrap(width: number): WrappedLines
  /**
   * The next line from a place on (its beginning without one), in a room that may differ from line
   * to line: a width, or one for each line of a paragraph, counted from 0. Undefined at the end.
   * Throws `bad-frame` on a width that is not a number of units from 0.
   */
  nextLine(
    from: Continuation | undefined,
    room: number | ((line: number) => number),
  ): TextLine | undefined
  /** The least width in which no word has to be broken, in units. */
  minWidth(): number
  /** Its layout in a frame. Default: the frame given to `shape`. */
  set(frame?: Frame): Layout
}

/** A text that is laid out, in a frame, as it is reported. */
export function shapedText(
  texts: () => readonly Breakable[],
  frame: Frame,
  layOutIn: (frame: Frame) => Layout,
  tools: LayoutTools,
): ShapedText {
  return {
    wrap(width) {
      checkFrame({ width })
      return wrapLines(texts(), width, tools, frame.align)
    },
    nextLine(from = textStart, room) {
      checkFrame({ continuation: from })
      return textLine(texts(), from, room, frame.align)
    },
    minWidth: () => minWidth(texts()),
    set(own = frame) {
      checkOptions('set', own, frameFields)
      checkFrame(own)
      return layOutIn(own)
    },
  }
}
