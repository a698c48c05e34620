import type { Continuation } from '../continuation.ts'
import type { Align } from '../frame.ts'
import { indexBy } from '../measure/index-at.ts'
import type { BrokenLine } from '../measure/line-of.ts'
import { type Breakable, indentOf } from '../measure/stops.ts'
import type { RoomOf } from './fast-lines.ts'
import { paragraphLines } from './paragraph-lines.ts'
import type { ParagraphLines } from './planned-lines.ts'

/** The rooms that lines go into, and whether they are made as wide. */
interface Rooms {
  /** The space of each line of a paragraph. */
  roomOf(text: Breakable): RoomOf
  isJustified(text: Breakable): boolean
}

/** Rooms of a length, or of one for each line of a paragraph, without the paragraph's indents. */
export function roomsIn(
  length: number | ((line: number) => number),
  align: Align | undefined,
): Rooms {
  const lengthOf = typeof length === 'number' ? () => length : length
  return {
    roomOf: text => {
      const { endIndent } = text.paragraph.style
      const first = indentOf(text, true) + endIndent
      const other = indentOf(text, false) + endIndent
      return line => Math.max(0, lengthOf(line) - (line === 0 ? first : other))
    },
    isJustified: ({ paragraph }) => (align ?? paragraph.style.align) === 'justify',
  }
}

/** A line with where it is of, and where the text goes on behind it. */
export interface NextLine {
  readonly text: Breakable
  /** Index of its paragraph. */
  readonly paragraph: number
  readonly line: BrokenLine
  /** The index of the line in its paragraph, and its space. */
  readonly index: number
  readonly room: number
  /** Undefined behind the last line. */
  rest(): Continuation | undefined
}

/** The next line of a text, and the cursor behind it; undefined at its end. */
export function nextLine(
  texts: readonly Breakable[],
  cursor: Continuation,
  rooms: Rooms,
): NextLine | undefined {
  for (const line of linesFrom(texts, cursor, rooms)) return line
  return undefined
}

/** The lines of a text from a cursor on, paragraph by paragraph. */
export function* linesFrom(
  texts: readonly Breakable[],
  cursor: Continuation,
  rooms: Rooms,
): Generator<NextLine> {
  const first = indexBy(texts, ({ paragraph }) => paragraph.offset, cursor.offset)
  for (let paragraph = first; paragraph < texts.length; paragraph++) {
    const text = texts[paragraph]
    const isFirst = paragraph === first
    const start = isFirst ? cursor.offset - text.paragraph.offset : 0
    // A cursor at the end of a paragraph that has lines goes on with the next one.
    if (start > 0 && start >= text.paragraph.text.length) continue
    const from = { offset: start, line: isFirst ? cursor.line : 0 }
    const roomOf = rooms.roomOf(text)
    const broken = paragraphLines({
      text,
      roomOf,
      isJustified: rooms.isJustified(text),
      from,
      planned: isFirst ? cursor.plan : undefined,
    })
    let next = from.line
    for (const line of broken.lines) {
      const index = next++
      const rest = () => cursorBehind(texts, paragraph, line, index, broken)
      yield { text, paragraph, line, index, room: roomOf(index), rest }
    }
  }
}

function cursorBehind(
  texts: readonly Breakable[],
  index: number,
  { end }: BrokenLine,
  line: number,
  broken: ParagraphLines,
): Continuation | undefined {
  const { paragraph } = texts[index]
  if (end < paragraph.text.length) {
    const plan = broken.plan()
    return { offset: paragraph.offset + end, line: line + 1, ...(plan && { plan }) }
  }
  const next = texts[index + 1]
  return next && { offset: next.paragraph.offset, line: 0 }
}
