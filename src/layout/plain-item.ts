import {
  hasMissing,
  isOfWords,
  type ShapingItem,
  shapedWhole,
  unitScale,
  type WordLine,
} from '../shaping/index.ts'
import type { LayoutTools } from './layout-tools.ts'
import { advanceOf } from './line-runs.ts'
import { alongAt, wordAt } from './plain-places.ts'
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
  /** All of it as one word, if it has no words. */
  readonly words: WordLine
  /** Whether lines may end at its spaces without a change to what is on them. */
  readonly isWordwise: boolean
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
  const isOne = item !== undefined && !isOfWords(item, text, own.tools)
  const isSpaced = spacing.tracking !== 0 || spacing.word !== 0
  if (isOne && isSpaced) return undefined
  const words = isOne
    ? measuredWhole(item, text, own.tools)
    : own.tools.measureWords(face, piece, segment, spacing)
  if (!words) return undefined
  const isWordwise = !isOne && !piece.includes(softHyphen)
  const scale = item ? unitScale(face, item.size) : own.scale
  return { start, end, next, scale, piece, words, isWordwise }
}

/** The soft hyphen: widths alone do not describe a line that ends at one. */
const softHyphen = '\u00ad'
const hangingEnd = /[\s\u00ad\u200b]$/

const zero = new Int32Array(1)

/** A stretch as one word; undefined if a glyph is missing. */
function measuredWhole(item: ShapingItem, text: string, tools: LayoutTools): WordLine | undefined {
  const shaped = shapedWhole(item, text, tools)
  if (hasMissing(shaped.glyphs)) return undefined
  const total = advanceOf(shaped)
  return {
    count: 1,
    total,
    starts: zero,
    ends: Int32Array.of(item.end - item.start),
    from: zero,
    to: Int32Array.of(total),
    deltas: zero,
    words: zero,
    table: undefined,
    segment: undefined,
    spacing: undefined,
  }
}

/**
 * The length of a text on one line, by its painted runs; undefined where some run has no glyphs of its own,
 * or more than its letters.
 */
export function wholeLength(
  text: string,
  runs: readonly PlainRun[],
  script: number,
): number | undefined {
  // Only a line's end lets spaces hang.
  if (hangingEnd.test(text)) return undefined
  let painted = 0
  for (let i = 0; i < runs.length; ) {
    // The width of a tab depends on where it stands.
    const item = runs[i].isTab ? undefined : measuredItem(text, runs, i, script)
    if (!item || runs[i].own.tracking !== 0) return undefined
    const { start, next, scale, words } = item
    let before = 0
    for (let word = 0; i < next; i++) {
      const offset = runs[i].end - start
      word = wordAt(offset, words, word)
      const place = alongAt(offset, word, words)
      if (place === undefined || place === before) return undefined
      painted += (place - before) * scale
      before = place
    }
  }
  return painted
}
