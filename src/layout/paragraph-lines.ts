import { bestStops, type Elasticity } from './best-lines.ts'
import { evenRoom } from './even-lines.ts'
import { fastLines, lineAt, type RoomOf } from './fast-lines.ts'
import { type BrokenLine, lineOf } from './line-of.ts'
import { type Breakable, tolerance } from './stops.ts'

/** The lines of a paragraph, broken as its style says. */
export function paragraphLines(text: Breakable, roomOf: RoomOf): Iterable<BrokenLine> {
  const { breaking, loneWord } = text.paragraph.style
  if (breaking === 'best') return bestLines(text, roomOf)
  const lines = fastLines(text, breaking === 'even' ? evenRoom(text, roomOf) : roomOf)
  return loneWord === 'avoid' ? withoutLoneWord(text, lines, roomOf) : lines
}

/** Ragged lines: what is left over counts as if spaces could take it up to so many of their widths. */
const ragged: Elasticity = { stretch: 1.5, shrink: 0 }

/** First fit where there is no best, and from a line on that turns out too wide. */
function* bestLines(text: Breakable, roomOf: RoomOf): Generator<BrokenLine> {
  const stops = bestStops(text, roomOf, ragged)
  if (!stops) return yield* fastLines(text, roomOf)
  let start = 0
  for (const stop of stops) {
    const line = lineAt(text, start, stop)
    if (line.width > roomOf(start === 0) + tolerance) return yield* fastLines(text, roomOf, start)
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
