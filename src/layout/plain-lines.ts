import {
  type InnerStops,
  innerStops,
  isSafelyBroken,
  isUnbroken,
  mayBreakBefore,
  type WordLine,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { breakKinds } from '../unicode/index.ts'
import { endOf } from './plain-wrap.ts'
import { tolerance } from './stops.ts'

/** How many lines a text takes, and how wide the widest is, in units. */
export interface CountedLines {
  readonly count: number
  readonly width: number
}

/**
 * The lines of a text of words in a width, first fit, as numbers; undefined where it takes more than
 * those to break it: a word is wider than its line, or not safe to break where it may be.
 */
export function firstFitLines(
  text: string,
  words: WordLine,
  room: number,
  scale: number,
  style: Style,
): CountedLines | undefined {
  const { count, from, to } = words
  const { lineBreak, wordBreak, language } = style
  const options = { lineBreak, wordBreak, language }
  let isSafe = true
  for (let i = 0; i < count && isSafe; i++) isSafe = isSafelyBroken(i, text, words, options)
  const all = to[count - 1] * scale
  if (!isSafe) return all <= room + tolerance ? { count: 1, width: all } : undefined
  const limit = room + tolerance
  /** Where a line starts, and the last place that it may end at. */
  let start = 0
  let lines = 0
  let widest = 0
  let fits = false
  let fitEnd = 0
  let next = 0
  const endLine = () => {
    lines++
    if (fitEnd - start > widest) widest = fitEnd - start
    start = next
    fits = false
  }
  for (let i = 0; i < count; i++) {
    if (!isUnbroken(i, text, words, options)) {
      const inner: InnerStops = innerStops(i, text, words, options)
      for (const advance of inner.advances) {
        const place = (from[i] + advance) * scale
        if (place - start > limit) {
          if (!fits) return undefined
          endLine()
          if (place - start > limit) return undefined
        }
        fits = true
        fitEnd = place
        next = place
      }
    }
    const isLast = i === count - 1
    if (!isLast && !mayBreakBefore(i + 1, text, words, options)) continue
    const place = endOf(words, i, scale)
    if (place - start > limit) {
      if (!fits) return undefined
      endLine()
      if (place - start > limit) return undefined
    }
    fits = true
    fitEnd = place
    next = isLast ? 0 : from[i + 1] * scale
  }
  endLine()
  return { count: lines, width: widest }
}

/** Whether lines may end in a text nowhere but at its spaces. */
export function isUnbrokenText(text: string, { lineBreak, wordBreak, language }: Style): boolean {
  const kinds = breakKinds(text, { lineBreak, wordBreak, language })
  for (let at = 1; at < text.length; at++) {
    if (kinds[at] !== 0 && text.charCodeAt(at - 1) !== 0x20) return false
  }
  return true
}
