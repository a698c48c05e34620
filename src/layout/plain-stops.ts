import {
  innerStops,
  isSafelyBroken,
  isUnbroken,
  mayBreakBefore,
  type WordLine,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { LineBreakOptions } from '../unicode/index.ts'
import { tolerance } from './stops.ts'

/** Hears of the places that lines may end at, in order; goes on as long as it gives true. */
export type OnStop = (
  /** Where a line ends there, and where the next begins, in units along the text on one line. */
  end: number,
  next: number,
  /** How wide the spaces between are. */
  hang: number,
  /** Offset that the next line starts at. */
  offset: number,
) => boolean

export const breakOptions = ({ lineBreak, wordBreak, language }: Style): LineBreakOptions => ({
  lineBreak,
  wordBreak,
  language,
})

/** Whether a text is what its words are wherever lines may end in it. */
export function isSafeText(text: string, words: WordLine, options: LineBreakOptions): boolean {
  for (let i = 0; i < words.count; i++) {
    if (!isSafelyBroken(i, text, words, options)) return false
  }
  return true
}

/** Tells of each place that a line of a text may end at; false where it was not heard to the end. */
export function eachStop(
  text: string,
  words: WordLine,
  scale: number,
  options: LineBreakOptions,
  onStop: OnStop,
): boolean {
  const { count, from, to, deltas, starts, total } = words
  for (let i = 0; i < count; i++) {
    if (!isUnbroken(i, text, words, options)) {
      const { offsets, advances } = innerStops(i, text, words, options)
      for (let n = 0; n < advances.length; n++) {
        const place = (from[i] + advances[n]) * scale
        if (!onStop(place, place, 0, starts[i] + offsets[n])) return false
      }
    }
    const isLast = i === count - 1
    if (!isLast && !mayBreakBefore(i + 1, text, words, options)) continue
    const behind = (isLast ? total : from[i + 1]) * scale
    const along = (to[i] + deltas[i]) * scale
    // The kerning with the space behind it falls away.
    const end = deltas[i] === 0 ? along : along - deltas[i] * scale
    if (!onStop(end, behind, behind - along, isLast ? text.length : starts[i + 1])) return false
  }
  return true
}

/** Hears of each line: the offset of its end, and how wide it is, in units. */
export type OnLine = (end: number, width: number) => void

/** How many lines a text takes, and how wide the widest is, in units. */
export interface CountedLines {
  readonly count: number
  readonly width: number
}

/**
 * The lines of a text of words in a room, first fit, as numbers; undefined where it takes more than
 * those to break it: a word is wider than its line, or not safe to break where it may be.
 */
export function firstFitLines(
  text: string,
  words: WordLine,
  room: number,
  scale: number,
  style: Style,
  onLine: OnLine,
): CountedLines | undefined {
  const options = breakOptions(style)
  const limit = room + tolerance
  if (!isSafeText(text, words, options)) {
    const all = words.to[words.count - 1] * scale
    if (all > limit) return undefined
    onLine(text.length, all)
    return { count: 1, width: all }
  }
  let start = 0
  let count = 0
  let widest = 0
  /** The last place that fits, and where the line behind it begins; none yet on the line. */
  let last = -1
  let next = 0
  let lineEnd = 0
  const endLine = () => {
    count++
    const width = last - start
    onLine(lineEnd, width)
    if (width > widest) widest = width
    start = next
    last = -1
  }
  const fits = eachStop(text, words, scale, options, (end, behind, _, at) => {
    if (end - start > limit) {
      if (last < 0) return false
      endLine()
      if (end - start > limit) return false
    }
    last = end
    next = behind
    lineEnd = at
    return true
  })
  if (!fits) return undefined
  endLine()
  return { count, width: widest }
}
