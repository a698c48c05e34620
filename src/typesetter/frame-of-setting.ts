import type { Frame } from '../layout/index.ts'

/** The frame of options without one. */
export const noFrame: Frame = Object.freeze(frameOf({}))

/** Whether a setting is of no frame, as that of most labels is. */
export const isFree = ({ width, height, maxLines, align, continuation: from, continues }: Frame) =>
  width === undefined &&
  height === undefined &&
  maxLines === undefined &&
  align === undefined &&
  from === undefined &&
  continues === undefined

/** Written out: picking the rest of an object is slow where there are tens of thousands. */
export function frameOf({
  width,
  height,
  maxLines,
  align,
  continuation: from,
  continues,
}: Frame): Frame {
  return { width, height, maxLines, align, continuation: from, continues }
}
