import type { WordLine } from '../shaping/index.ts'
import { brokenOf, type ChosenLines, hyphenatedOf, linesAt } from './break/chosen-lines.ts'
import { type BreakWord, firstFit } from './break/first-fit.ts'
import { type LineRooms, roomOf } from './break/line-rooms.ts'
import { withoutLoneWord } from './break/lone-word.ts'
import { canBeEven, raggedStops } from './break/ragged-lines.ts'
import { hasHangingLetters, measureRunStops, measureStops } from './measure/measured-stops.ts'
import { StopRows, tolerance } from './measure/stop-rows.ts'
import { type NumberedLines, oneLine } from './numbered-lines.ts'
import { type LinePlace, linePlace, shortLine } from './plain-cut.ts'
import { wholeLength } from './plain-item.ts'
import { cutRuns } from './plain-run-cut.ts'
import { measuredPlainly } from './plain-script.ts'
import type { PlainRun } from './plain-shaping.ts'
import type { PlainStyle } from './plain-style.ts'

/** The stops of the paragraph at hand. */
const rows = new StopRows()

/** A paragraph, and the frame of its lines. */
export interface FramedParagraph {
  readonly text: string
  readonly own: PlainStyle
  /** The bit of its script. */
  readonly script: number
  readonly rooms: LineRooms
  /** The most lines; of more the last is cut. */
  readonly most: number
  /** Whether lines are as wide as their rooms. */
  readonly isJustified: boolean
}

/**
 * The lines of a paragraph in one style; undefined if it takes more than the widths of its words to
 * break it. Behind `from` more of the whole text follows.
 */
export function bareLines(
  framed: FramedParagraph,
  whole?: string,
  from = 0,
): NumberedLines | undefined {
  const { text, own, script, rooms } = framed
  if (text === '') return oneLine(0, 0)
  const words = measuredPlainly(text, own, whole, from, script)
  if (!words) return undefined
  const last = words.count - 1
  const length = words.to[last] * own.scale - own.tracking
  const fits = length <= rooms.first + tolerance
  if (hasHangingEnd(text, words.ends[last])) return undefined
  if (rooms.first === Infinity) return oneLine(text.length, length)
  // Most texts go on one line. What is kerned with a space at its end is found out below.
  if (fits && words.deltas[last] === 0) return oneLine(text.length, length)
  if (!measureStops(text, words, own, rows)) return fits ? oneLine(text.length, length) : undefined
  const { placeAt, breakWord } = placesIn(text, words, own)
  return numbered(framed, breakWord, (start, room) => {
    const mark = own.mark()
    return mark && shortLine(text, words, placeAt(start), last, room, mark, own)
  })
}

/** Whether the last word ends with a space that is none of those between words, or a soft hyphen. */
const hasHangingEnd = (text: string, end: number) =>
  text.charCodeAt(end - 1) > 0x7f && hasHangingLetters(text.slice(end - 1, end))

/** The lines of a paragraph whose runs have the scripts they say, or one. */
export function runLines(
  framed: FramedParagraph,
  runs: readonly PlainRun[],
): NumberedLines | undefined {
  const { text, own, script, rooms } = framed
  if (text === '') return oneLine(0, 0)
  if (script === 0 && runs[0].script === undefined && !runs[0].item) return undefined
  if (!measureRunStops(text, own, runs, script, rows)) {
    const length = wholeLength(text, runs, script)
    const fits = length !== undefined && length <= rooms.first + tolerance
    return fits ? oneLine(text.length, length) : undefined
  }
  const length = rows.ends[rows.count - 1]
  if (length <= rooms.first + tolerance) return oneLine(text.length, length)
  return numbered(framed, undefined, (start, room) => {
    const isParted = start === 0 || text.charCodeAt(start - 1) === space
    const cut = isParted ? cutRuns({ text, own, runs, start, room, script }) : undefined
    return cut && { end: { offset: cut.end }, width: cut.width }
  })
}

const space = 0x20

/** Cuts a line that starts at an offset, with the mark of what is left out. */
type Cut = (
  start: number,
  room: number,
) => { readonly end: { readonly offset: number }; readonly width: number } | undefined

function numbered(
  framed: FramedParagraph,
  breakWord: BreakWord | undefined,
  cut: Cut,
): NumberedLines | undefined {
  // Words that are wider than every line are eased before they are broken.
  if (!framed.own.isUneased && isAnyTooLong(framed.rooms)) return undefined
  const lines = chosenLines(framed, breakWord)
  if (!lines) return undefined
  const { ends, widths, rest } = lines
  const broken = brokenOf(lines)
  const hyphenated = hyphenatedOf(lines, rows)
  if (rest === undefined) return { ends, widths, broken, hyphenated }
  const found = cut(rest, roomOf(framed.rooms, ends.length))
  if (!found) return undefined
  ends.push(found.end.offset)
  widths.push(found.width)
  return { ends, widths, broken, hyphenated, cut: found.end.offset }
}

/** Whether a piece between two stops is wider than its line. */
function isAnyTooLong({ first, other }: LineRooms): boolean {
  const { count, ends, nexts } = rows
  if (ends[0] > first + tolerance) return true
  for (let i = 1; i < count; i++) if (ends[i] - nexts[i - 1] > other + tolerance) return true
  return false
}

/** Lines broken as the style says; undefined where that takes more than numbers. */
function chosenLines(
  { text, own, rooms, most, isJustified }: FramedParagraph,
  breakWord: BreakWord | undefined,
): ChosenLines | undefined {
  const { breaking, loneWord, overflowWrap } = own.style
  const mayBreak = overflowWrap === 'normal' ? undefined : breakWord
  const isBest = breaking === 'best'
  if (isBest || (breaking === 'even' && canBeEven(rows, rooms))) {
    if (isBest && isJustified) return undefined
    const cost = isBest ? 'ragged' : 'even'
    const stops = raggedStops(text, rows, rooms, cost, loneWord === 'avoid')
    return stops ? linesAt(stops, rows, most) : firstFit(rows, rooms, most, mayBreak)
  }
  const lines = firstFit(rows, rooms, most, mayBreak)
  if (!lines || lines.rest !== undefined || loneWord !== 'avoid') return lines
  return withoutLoneWord(lines, text, rows, rooms)
}

/** The places of a text in one style that lines begin at, and how its long words are broken. */
function placesIn(text: string, words: WordLine, own: PlainStyle) {
  let begin: LinePlace | undefined
  /** A line begins where a word was broken, or behind a stop. */
  function placeAt(start: number): LinePlace {
    if (begin?.offset === start) return begin
    const place = linePlace(start, words, begin?.word)
    if (start === 0 || text.charCodeAt(start - 1) === space) return place
    const stop = rows.offsets.indexOf(start)
    return { ...place, along: rows.nexts[stop] / own.scale, isSafe: false }
  }
  const breakWord: BreakWord = (start, room, stop) => {
    const from = placeAt(start)
    // A part that ends with a hyphen may be too wide where more letters are not.
    if (rows.offsets[stop] < words.ends[from.word]) return undefined
    const isOneWord =
      from.word + 1 === words.count || rows.offsets[stop] <= words.starts[from.word + 1]
    const line = isOneWord && shortLine(text, words, from, from.word, room, undefined, own)
    if (!line) return undefined
    begin = line.end
    const { offset, along } = begin
    return { offset, next: along * own.scale, width: line.width }
  }
  return { placeAt, breakWord }
}
