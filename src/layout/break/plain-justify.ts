import type { Frame } from '../frame.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import { justificationLimits, leastShare } from './justify.ts'

export const isJustified = ({ style }: PlainStyle, { align }: Frame) =>
  (align ?? style.align) === 'justify'

/** Whether spaces alone take what is left over of a line's room, all of it. */
export function isJustifiedBySpaces({ style }: PlainStyle): boolean {
  const { words, letters } = justificationLimits(style)
  return words[0] === 0 && words[1] === Infinity && letters[0] === 0 && letters[1] === 0
}

/** The width of a line that is justified by its spaces. */
export function justifiedWidth(
  text: string,
  start: number,
  end: number,
  width: number,
  room: number,
  own: PlainStyle,
): number {
  const isWidened = room - width >= leastShare && inFlow(text, end, width, room, own)
  return isWidened && hasSpaceInside(text, start, end) ? room : width
}

/** Whether a line is justified: the last of its paragraph is left as it is, unless the style says so. */
export function inFlow(
  text: string,
  end: number,
  width: number,
  room: number,
  { style }: PlainStyle,
): boolean {
  const isLast = end === text.length || text.charCodeAt(end) === newline
  return !isLast || style.justification.last || width > room
}

/** Whether there is a space with something behind it on the line. */
function hasSpaceInside(text: string, start: number, end: number): boolean {
  let at = end - 1
  while (at > start && text.charCodeAt(at) === space) at--
  while (--at >= start) {
    const unit = text.charCodeAt(at)
    if (unit === space || unit === noBreakSpace) return true
  }
  return false
}

const newline = 0x0a
const space = 0x20
const noBreakSpace = 0xa0
