import { unitScale, type WordLine } from '../../shaping/index.ts'
import type { PlainRun } from './plain-shaping.ts'
import { behindItem } from './plain-style.ts'

/** Neighboring runs that are shaped as one, and their words. */
interface MeasuredItem {
  readonly start: number
  readonly end: number
  /** The first run behind them. */
  readonly next: number
  readonly scale: number
  readonly piece: string
  readonly words: WordLine
}

/** Undefined where they are more than their words. */
export function measuredItem(
  text: string,
  runs: readonly PlainRun[],
  first: number,
  script: number,
): MeasuredItem | undefined {
  const { start, own, script: ownScript = script, item } = runs[first]
  const next = behindItem(runs, first)
  const { end } = runs[next - 1]
  const { spacing } = item ?? own.shaping
  const piece = start === 0 && end === text.length ? text : text.slice(start, end)
  const { face, segment } = item ?? { face: own.face, segment: own.segments.get(ownScript) }
  if (!segment) return undefined
  // A separator of words that isn't a space gets spacing too: it is inside of the words here.
  if (spacing.word !== 0 && piece.includes('\u00a0')) return undefined
  const words = own.tools.measureWords(face, piece, segment, spacing)
  if (!words) return undefined
  const scale = item ? unitScale(face, item.size) : own.scale
  return { start, end, next, scale, piece, words }
}
