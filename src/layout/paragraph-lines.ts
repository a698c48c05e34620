import { bestStops, type Elasticity } from './best-lines.ts'
import { evenRoom } from './even-lines.ts'
import { fastLines, lineAt, type RoomOf } from './fast-lines.ts'
import { giveOf, justified } from './justify.ts'
import { type BrokenLine, lineOf } from './line-of.ts'
import { type Breakable, tolerance } from './stops.ts'

/** The lines of a paragraph, broken as its style says, and as wide as their room where they are justified. */
export function* paragraphLines(
  text: Breakable,
  roomOf: RoomOf,
  isJustified = false,
): Generator<BrokenLine> {
  const { paragraph } = text
  const { last } = paragraph.style.justification
  for (const line of brokenLines(text, roomOf, isJustified)) {
    const room = roomOf(line.start === 0)
    const isWhole = isJustified && room < Infinity
    const isFree = !last && endsFreely(paragraph.text, line.end) && line.width <= room
    yield isWhole && !isFree ? justified(line, paragraph, room) : line
  }
}

/** The last line, and one that the text ends itself. */
function endsFreely(text: string, end: number): boolean {
  return end === text.length || text.charCodeAt(end - 1) === lineSeparator
}

const lineSeparator = 0x2028

function brokenLines(text: Breakable, roomOf: RoomOf, isJustified: boolean): Iterable<BrokenLine> {
  const isFree = roomOf(true) === Infinity && roomOf(false) === Infinity
  if (isFree && !text.hasForcedBreaks) return [lineOf(text, 0, text.paragraph.text.length)]
  const { breaking, loneWord } = text.paragraph.style
  if (breaking === 'best' && text.breaks().stops.count > 0)
    return bestLines(text, roomOf, isJustified)
  const lines = fastLines(text, breaking === 'even' ? evenRoom(text, roomOf) : roomOf)
  return loneWord === 'avoid' ? withoutLoneWord(text, lines, roomOf) : lines
}

/** Ragged lines: what is left over counts as if spaces could take it up to so many of their widths. */
const ragged: Elasticity = { stretch: 1.5, shrink: 0 }

/** Of justified lines, spaces are best no more than half as wide again, and no narrower than they may be. */
function elasticityOf({ paragraph, tools }: Breakable): Elasticity {
  const { style } = paragraph
  const [face] = tools.shapingStyle(style).faces
  const space = face.advance(face.glyphOf(0x20)) / face.metrics.unitsPerEm
  const [least] = giveOf(style).words
  return { stretch: 0.5, shrink: space > 0 ? Math.max(0, -least / space) : 0 }
}

/** First fit where there is no best, and from a line on that turns out too wide. */
function* bestLines(text: Breakable, roomOf: RoomOf, isJustified: boolean): Generator<BrokenLine> {
  const elasticity = isJustified ? elasticityOf(text) : ragged
  const stops = bestStops(text, roomOf, elasticity)
  if (!stops) return yield* fastLines(text, roomOf)
  let start = 0
  for (const stop of stops) {
    const line = lineAt(text, start, stop)
    const room = roomOf(start === 0)
    const given = elasticity.shrink > 0 ? justified(line, text.paragraph, room).width : line.width
    if (given > room + tolerance) return yield* fastLines(text, roomOf, start)
    yield line
    start = line.end
  }
}

/** Where one word is left for the last line, the line before gives it one of its own. */
function* withoutLoneWord(
  text: Breakable,
  lines: Iterable<BrokenLine>,
  roomOf: RoomOf,
): Generator<BrokenLine> {
  const { length } = text.paragraph.text
  let before: BrokenLine | undefined
  for (const line of lines) {
    if (before && line.end === length && isLoneWord(text, line)) {
      const moved = shortened(text, before)
      const last = moved && lineOf(text, moved.end, length)
      if (last && last.width <= roomOf(false) + tolerance) {
        yield moved
        yield last
        return
      }
    }
    if (before) yield before
    before = line
  }
  if (before) yield before
}

function isLoneWord({ paragraph }: Breakable, { start, contentEnd }: BrokenLine): boolean {
  return contentEnd > start && !paragraph.text.slice(start, contentEnd).includes(' ')
}

/** A line without its last word, where another is left on it. */
function shortened(text: Breakable, { start, contentEnd }: BrokenLine): BrokenLine | undefined {
  const space = text.paragraph.text.slice(start, contentEnd).lastIndexOf(' ')
  return space > 0 ? lineOf(text, start, start + space + 1) : undefined
}
