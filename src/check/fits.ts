import type { Layout, Typesetter } from '../core.ts'
import { type TextRoom, withinRoom } from './layout-findings.ts'

export type Shaped = ReturnType<Typesetter['shape']>

/** Whether lines may end behind it without a word being broken: spaces, and signs that words are joined with. */
const endsWords = /[\s\u00ad\u2010\u2013\u2014/-]/

/**
 * Whether a text has all its room by its numbers alone, which takes a third of the time of a layout:
 * no more lines than there may be, none wider than its place, no word that may be broken, and none
 * alone on the last line. What is not sure of is laid out. `like` is a layout of the same text.
 */
export function surelyFits(
  shaped: Shaped,
  { width, height }: TextRoom,
  maxLines: number | undefined,
  like: Layout,
): boolean {
  if (width === undefined || like.writingMode !== 'horizontal-tb') return false
  const { count, starts, ends, widths, height: own } = shaped.wrap(width)
  const most = maxLines ?? like.style.maxLines
  if (typeof most === 'number' && count > most) return false
  if (!withinRoom(own, height)) return false
  const { text } = like
  for (let i = 0; i < count; i++) {
    if (!withinRoom(widths[i], width)) return false
    if (i < count - 1 && !endsWords.test(text.charAt(ends[i] - 1))) return false
  }
  // A last line of several words holds a space between them.
  return count < 2 || /\S\s+\S/.test(text.slice(starts[count - 1], ends[count - 1]))
}
