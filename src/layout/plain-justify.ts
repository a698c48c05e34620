import type { Frame } from './frame.ts'
import { justificationLimits, leastShare } from './justify.ts'
import type { PlainStyle } from './plain-style.ts'

/** The ends of lines in the whole text, and their widths before justification. */
interface MeasuredLines {
  readonly ends: ArrayLike<number>
  readonly widths: ArrayLike<number>
}

export const isJustified = ({ style }: PlainStyle, { align }: Frame) =>
  (align ?? style.align) === 'justify'

/** Whether spaces alone take what is left over of a line's room, all of it. */
export function isJustifiedBySpaces({ style }: PlainStyle): boolean {
  const { words, letters } = justificationLimits(style)
  return words[0] === 0 && words[1] === Infinity && letters[0] === 0 && letters[1] === 0
}

/** The widths of lines that are justified by their spaces. */
export function justifiedWidths(
  { ends, widths }: MeasuredLines,
  text: string,
  room: number,
  own: PlainStyle,
): number[] {
  const justified: number[] = []
  for (let i = 0, start = 0; i < ends.length; start = ends[i++]) {
    const width = widths[i]
    const isWidened = room - width >= leastShare && inFlow(text, ends[i], width, room, own)
    justified.push(isWidened && hasSpaceInside(text, start, ends[i]) ? room : width)
  }
  return justified
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
