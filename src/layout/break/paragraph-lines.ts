import { unitScale } from '../../shaping/index.ts'
import { type BrokenLine, lineOf } from '../measure/line-of.ts'
import { tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import type { Elasticity } from './break-cost.ts'
import { fastLines, type RoomOf } from './fast-lines.ts'
import { justificationLimits, justified } from './justify.ts'
import {
  type ParagraphBreaking,
  type ParagraphLines,
  plannedLines,
  roomsFrom,
} from './planned-lines.ts'
import { canBeEven } from './ragged-lines.ts'

/**
 * The lines of a paragraph from a place on, broken as its style says, and as wide as their room
 * where they are justified. All lines are made here.
 */
export function paragraphLines(breaking: ParagraphBreaking): ParagraphLines {
  const broken = brokenLines(breaking)
  if (!breaking.isJustified) return broken
  return { ...broken, lines: justifiedLines(broken.lines, breaking) }
}

function* justifiedLines(
  lines: Iterable<BrokenLine>,
  { text: { paragraph }, roomOf, from }: ParagraphBreaking,
): Generator<BrokenLine> {
  const { last } = paragraph.style.justification
  let index = from.line
  for (const line of lines) {
    const room = roomOf(index++)
    const isFree = !last && endsFreely(paragraph.text, line.end) && line.width <= room
    yield room < Infinity && !isFree ? justified(line, paragraph, room) : line
  }
}

/** The last line, and one that the text ends itself. */
function endsFreely(text: string, end: number): boolean {
  return end === text.length || text.charCodeAt(end - 1) === lineSeparator
}

const lineSeparator = 0x2028

const unplanned = () => undefined

function brokenLines(asked: ParagraphBreaking): ParagraphLines {
  const { text, roomOf, from, planned } = asked
  const { length } = text.paragraph.text
  const room = roomOf(from.line + 1)
  const isFree = roomOf(from.line) === Infinity && room === Infinity
  if (isFree && !text.hasForcedBreaks) {
    return { lines: [lineOf(text, from.offset, length)], plan: unplanned }
  }
  const { breaking, loneWord } = text.paragraph.style
  const known = planned?.room === room ? planned : undefined
  if (text.breaks().rows.count > 0) {
    if (breaking === 'best') {
      const cost = asked.isJustified ? elasticityOf(text) : 'ragged'
      return plannedLines({ ...asked, planned: known }, cost)
    }
    const isEven = () => canBeEven(text.breaks().rows, roomsFrom(roomOf, 0))
    if (breaking === 'even' && (known || (from.offset === 0 && isEven()))) {
      return plannedLines({ ...asked, planned: known }, 'even')
    }
  }
  const lines = fastLines(text, roomOf, from)
  return {
    lines: loneWord === 'avoid' ? withoutLoneWord(text, lines, roomOf, from.line) : lines,
    plan: unplanned,
  }
}

/**
 * The flexibility of justified lines: spaces grow by half at best, and shrink as far as the style
 * allows.
 */
function elasticityOf({ paragraph, tools }: Breakable): Elasticity {
  const { style } = paragraph
  const [face] = tools.shapingStyle(style).faces
  const space = face.advance(face.glyphOf(0x20)) * unitScale(face, 1)
  const [min] = justificationLimits(style).words
  return { stretch: 0.5, shrink: space > 0 ? Math.max(0, -min / space) : 0 }
}

/** Where one word is left for the last line, the line before gives it one of its own. */
function* withoutLoneWord(
  text: Breakable,
  lines: Iterable<BrokenLine>,
  roomOf: RoomOf,
  first: number,
): Generator<BrokenLine> {
  let index = first
  const { length } = text.paragraph.text
  let before: BrokenLine | undefined
  for (const line of lines) {
    const isLone = line.end === length && isLoneWord(text, line)
    if (before && isLone && !endsByForce.test(text.paragraph.text[before.end - 1])) {
      const moved = shortened(text, before)
      const last = moved && lineOf(text, moved.end, length)
      if (last && last.width <= roomOf(index) + tolerance) {
        yield moved
        yield last
        return
      }
    }
    if (before) yield before
    before = line
    index++
  }
  if (before) yield before
}

/** Characters that end a line wherever they stand: nothing before them goes to the next (UAX #14). */
const endsByForce = /[\v\f\u0085\u2028]/

function isLoneWord({ paragraph }: Breakable, { start, contentEnd }: BrokenLine): boolean {
  return contentEnd > start && !paragraph.text.slice(start, contentEnd).includes(' ')
}

/** A line without its last word, where another is left on it. */
function shortened(text: Breakable, { start, contentEnd }: BrokenLine): BrokenLine | undefined {
  const space = text.paragraph.text.slice(start, contentEnd).lastIndexOf(' ')
  return space > 0 ? lineOf(text, start, start + space + 1) : undefined
}
