import type { WordLine } from '../shaping/index.ts'
import type { PlainRun } from './plain-shaping.ts'
import { behindItem } from './plain-style.ts'

/** Neighbouring runs that are shaped as one, and their words. */
export interface MeasuredItem {
  readonly start: number
  readonly end: number
  /** The first run behind them. */
  readonly next: number
  readonly scale: number
  readonly piece: string
  readonly words: WordLine
}

/** Undefined where they are more than their words, or spaced: what ends a run then depends on the next. */
export function measuredItem(
  text: string,
  runs: readonly PlainRun[],
  first: number,
  script: number,
): MeasuredItem | undefined {
  const { start, own, script: ownScript = script } = runs[first]
  const next = behindItem(runs, first)
  const { end } = runs[next - 1]
  const { spacing } = own.shaping
  const segment = own.segments.get(ownScript)
  if (!segment || spacing.tracking !== 0 || spacing.word !== 0) return undefined
  const piece = start === 0 && end === text.length ? text : text.slice(start, end)
  const words = own.tools.measureWords(own.face, piece, segment, spacing)
  return words && { start, end, next, scale: own.scale, piece, words }
}
