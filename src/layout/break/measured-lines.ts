import { hasHangingLetters } from '../measure/hanging-letters.ts'
import { indexAt, indexBy } from '../measure/index-at.ts'
import { type CutPiece, type LongLine, longestPiece, unknown } from '../measure/longest-piece.ts'
import { measureRunStops, measureStops } from '../measure/measured-stops.ts'
import { measuredItem } from '../measure/plain-item.ts'
import { longestWord } from '../measure/plain-places.ts'
import { measuredPlainly } from '../measure/plain-script.ts'
import type { PlainRun } from '../measure/plain-shaping.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import { StopRows, tolerance } from '../measure/stop-rows.ts'
import { widestPiece } from '../measure/widest-piece.ts'
import { brokenOf, type ChosenLines, hyphenatedOf, linesAt } from './chosen-lines.ts'
import { type BreakWord, firstFit } from './first-fit.ts'
import { type LineRooms, roomOf } from './line-rooms.ts'
import { withoutLoneWord } from './lone-word.ts'
import { type NumberedLines, oneLine } from './numbered-lines.ts'
import { canBeEven, raggedStops } from './ragged-lines.ts'
import { tabbedLines } from './tabbed-lines.ts'

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
  rows.isForEnd = false
  if (!measureStops(text, words, own, rows)) return fits ? oneLine(text.length, length) : undefined
  const stretch = { start: 0, piece: text, words, scale: own.scale, x: 0, base: own }
  const sole = { ...stretch, styleAt: () => own }
  return numbered(framed, line => longestPiece(sole, line))
}

/** Whether the last word ends with a soft hyphen, or with a space other than U+0020. */
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
  rows.isForEnd = rooms.first === Infinity
  if (!measureRunStops(text, own, runs, script, rows)) return undefined
  if (rows.tabOffsets.length > 0) return tabbed(framed)
  const length = rows.ends[rows.count - 1]
  if (length <= rooms.first + tolerance) return oneLine(text.length, length)
  // The mark may stand at the other end.
  return numbered(framed, line => (runs[0].item ? unknown : pieceInRuns(line, framed, runs)))
}

/** Lines with tabs are first fit; where they are chosen, a text on one line is. */
function tabbed({ rooms, most, own }: FramedParagraph): NumberedLines | undefined {
  const { breaking, loneWord } = own.style
  const isSimple = own.isUneased && rows.hyphenWidth === 0
  const lines = isSimple ? tabbedLines(rows, rooms, most, own) : undefined
  if (!lines || (lines.ends.length > 1 && (breaking !== 'fast' || loneWord === 'avoid'))) {
    return undefined
  }
  return { ends: lines.ends, widths: lines.widths, broken: none, hyphenated: none }
}

const none: readonly number[] = []

/** The longest piece of a line of a text in runs. */
function pieceInRuns(
  line: LongLine,
  { text, own, script }: FramedParagraph,
  runs: readonly PlainRun[],
): CutPiece | typeof unknown | undefined {
  const { firstRuns, stretchStarts } = rows
  const styleAt = (offset: number) => runs[indexAt(runs, offset)].own
  const last = indexBy(stretchStarts, start => start, line.x + line.room)
  for (let i = last; i >= 0; i--) {
    const item = measuredItem(text, runs, firstRuns[i], script)
    if (!item) return unknown
    const { start, piece, words, scale } = item
    const stretch = { start, piece, words, scale, x: stretchStarts[i], base: own, styleAt }
    const found = longestPiece(stretch, line)
    if (found || start <= line.start) return found
  }
  return undefined
}

/** Finds as much of a line as goes into its room. */
type PieceOf = (line: LongLine) => CutPiece | typeof unknown | undefined

function numbered(framed: FramedParagraph, pieceOf: PieceOf): NumberedLines | undefined {
  // Words that are wider than every line are eased before they are broken.
  if (!framed.own.isUneased && isAnyTooLong(framed.rooms)) return undefined
  const lines = chosenLines(framed, pieceOf)
  if (!lines) return undefined
  const { ends, widths, rest } = lines
  const broken = brokenOf(lines)
  const hyphenated = hyphenatedOf(lines, rows)
  if (rest === undefined) return { ends, widths, broken, hyphenated }
  const room = roomOf(framed.rooms, ends.length)
  const found = pieceOf({ start: rest.start, x: rest.x, room, isMarked: true })
  if (!found || found === unknown) return undefined
  ends.push(found.offset)
  widths.push(found.width)
  return { ends, widths, broken, hyphenated, cut: found.offset }
}

/** Whether a piece between two stops is wider than its line. */
const isAnyTooLong = ({ first, other }: LineRooms) =>
  widestPiece(rows, other - first, 0) > other + tolerance

/** Lines broken as the style says; undefined where that takes more than numbers. */
function chosenLines(
  { text, own, rooms, most, isJustified }: FramedParagraph,
  pieceOf: PieceOf,
): ChosenLines | undefined {
  const { breaking, loneWord, overflowWrap } = own.style
  const breakWord = overflowWrap === 'normal' ? undefined : wordBreaker(text, pieceOf)
  const isBest = breaking === 'best'
  if (isBest || (breaking === 'even' && canBeEven(rows, rooms))) {
    if (isBest && isJustified) return undefined
    const cost = isBest ? 'ragged' : 'even'
    const stops = raggedStops(text, rows, cost, { rooms, avoidsLoneEnd: loneWord === 'avoid' })
    return stops ? linesAt(stops, rows, most) : firstFit(rows, rooms, most, breakWord)
  }
  const lines = firstFit(rows, rooms, most, breakWord)
  if (!lines || lines.rest !== undefined || loneWord !== 'avoid') return lines
  return withoutLoneWord(lines, text, rows, rooms)
}

/** Breaks words that are wider than their lines. */
const wordBreaker =
  (text: string, pieceOf: PieceOf): BreakWord =>
  (start, x, room, stop) => {
    const [content, offset] = [rows.contents[stop], rows.offsets[stop]]
    // A part that ends with a hyphen may be too wide where more letters are not.
    const isInside = content === offset && offset < text.length
    if (isInside || content - start > longestWord) return undefined
    if (text.slice(start, content).includes(' ')) return undefined
    const found = pieceOf({ start, x, room, isMarked: false })
    return found && found !== unknown && found.offset < content ? found : undefined
  }
