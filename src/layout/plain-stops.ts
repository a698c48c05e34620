import {
  innerStops,
  isSafelyBroken,
  isUnbroken,
  mayBreakBefore,
  type WordLine,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { LineBreakOptions } from '../unicode/index.ts'
import type { NumberedLines } from './numbered-lines.ts'
import { linePlace, shortLine, textBegin } from './plain-cut.ts'
import type { LineEnds } from './plain-lines.ts'
import { withoutLoneWord } from './plain-lone-word.ts'
import type { PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/** Hears of the places that lines may end at, in order; goes on as long as it gives true. */
type OnStop = (
  /** The end of a line at each place, and the start of the next, along the text on one line. */
  end: number,
  next: number,
  /** The width of the spaces between them. */
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
  { scale, tracking }: PlainStyle,
  options: LineBreakOptions,
  onStop: OnStop,
): boolean {
  const { count, from, to, deltas, starts, total } = words
  if (count > 0 && starts[0] > 0 && mayBreakBefore(0, text, words, options)) {
    const behind = from[0] * scale
    if (!onStop(0 - tracking, behind, behind, starts[0])) return false
  }
  for (let i = 0; i < count; i++) {
    if (!isUnbroken(i, text, words, options)) {
      const { offsets, advances } = innerStops(i, text, words, options)
      for (let n = 0; n < advances.length; n++) {
        const place = (from[i] + advances[n]) * scale
        if (!onStop(place - tracking, place, 0, starts[i] + offsets[n])) return false
      }
    }
    const isLast = i === count - 1
    if (!isLast && !mayBreakBefore(i + 1, text, words, options)) continue
    const behind = (isLast ? total : from[i + 1]) * scale
    const along = (to[i] + deltas[i]) * scale
    const letters = along - tracking
    // The kerning with the space behind it falls away.
    const end = deltas[i] === 0 ? letters : letters - deltas[i] * scale
    if (!onStop(end, behind, behind - along, isLast ? text.length : starts[i + 1])) return false
  }
  return true
}

export const oneLine = (end: number, width: number): NumberedLines => ({
  ends: [end],
  widths: [width],
  broken: none,
})

const none: readonly number[] = []

/** Trims grown arrays to their used length. (Typed arrays of a few entries are larger.) */
export const keptLines = ({ ends, widths, cut }: Omit<NumberedLines, 'broken'>): LineEnds => ({
  ends: ends.slice(),
  widths: widths.slice(),
  isCut: cut !== undefined,
})

/**
 * The lines of a text of words in a room as numbers; undefined if it takes more than those to break
 * it: where lines are chosen, or a word is not safe to break where it may be. Of more lines than `most`
 * the last is cut.
 */
export function linesWithin(
  room: number,
  text: string,
  words: WordLine,
  most: number,
  own: PlainStyle,
): NumberedLines | undefined {
  const end = words.count - 1
  const length = words.to[end] * own.scale - own.tracking
  // Most texts go on one line. What is kerned with a space at its end is found out below.
  if (length <= room + tolerance && words.deltas[end] === 0) return oneLine(text.length, length)
  return own.isFirstFit ? firstFitLines(text, words, room, length, most, own) : undefined
}

function firstFitLines(
  text: string,
  words: WordLine,
  room: number,
  length: number,
  most: number,
  own: PlainStyle,
): NumberedLines | undefined {
  const { scale, style, isUneased } = own
  const options = breakOptions(style)
  const limit = room + tolerance
  const mayBreakWords = isUneased && style.overflowWrap !== 'normal'
  if (!isSafeText(text, words, options)) {
    return length > limit ? undefined : oneLine(text.length, length)
  }
  let start = 0
  const ends: number[] = []
  const widths: number[] = []
  const broken: number[] = []
  /** The last place that fits, and where the line behind it begins; none yet on the line. */
  let last = noStop
  let next = 0
  let lineEnd = 0
  /** The start of the line; its place is found on demand. */
  let lineStart = 0
  let begin = textBegin
  let isCut = false
  const addLine = (end: number, width: number) => {
    ends.push(end)
    widths.push(width)
  }
  const endLine = () => {
    addLine(lineEnd, last - start)
    start = next
    last = noStop
    lineStart = lineEnd
  }
  const placeOfBegin = () => {
    if (begin.offset !== lineStart) begin = linePlace(lineStart, words, begin.word)
    return begin
  }
  /** A word that is wider than its line is broken inside. */
  const breakWord = (behind: number): boolean => {
    const from = placeOfBegin()
    const isOneWord = from.word + 1 === words.count || behind <= words.starts[from.word + 1]
    const line = isOneWord && shortLine(text, words, from, from.word, room, undefined, own)
    if (!line) return false
    broken.push(ends.length)
    addLine(line.end.offset, line.width)
    begin = line.end
    lineStart = begin.offset
    start = begin.along * scale
    return true
  }
  const fits = eachStop(text, words, own, options, (end, behind, _, at) => {
    while (end - start > limit) {
      if (last === noStop && !mayBreakWords) return false
      isCut = ends.length === most - 1
      if (isCut) return false
      if (last !== noStop) endLine()
      else if (!breakWord(at)) return false
    }
    last = end
    next = behind
    lineEnd = at
    return true
  })
  if (isCut) {
    const mark = isUneased ? own.mark() : undefined
    const place = placeOfBegin()
    const line = mark && shortLine(text, words, place, words.count - 1, room, mark, own)
    if (!line) return undefined
    addLine(line.end.offset, line.width)
    return { ends, widths, broken, cut: line.end.offset }
  }
  if (!fits) return undefined
  endLine()
  const lines = { ends, widths, broken }
  return style.loneWord === 'avoid' ? withoutLoneWord(lines, words, room, own) : lines
}

const noStop = -Infinity
