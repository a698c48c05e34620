import { aFunction, aNumber, checkArgument, either } from '../../problem/index.ts'
import type { Continuation } from '../continuation.ts'
import type { Align } from '../frame.ts'
import { checkFrame } from '../frame.ts'
import type { Breakable } from '../measure/stops.ts'
import { nextLine, roomsIn } from './next-line.ts'

/** A line as numbers, and where the text goes on. */
export interface TextLine {
  /** Index of its paragraph. */
  readonly paragraph: number
  /** Start offset in the text; spaces that hang at the end belong to the line. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** In units, without the spaces that hang. */
  readonly width: number
  /** Where the next line starts; undefined at the end of the text. */
  readonly continuation: Continuation | undefined
}

/** The next line of a text in a room of its own, without the indents of its paragraph. */
export function textLine(
  texts: readonly Breakable[],
  from: Continuation,
  room: number | ((line: number) => number),
  align: Align | undefined,
): TextLine | undefined {
  checkArgument('nextLine', 'room', room, either(aNumber, aFunction))
  const lengthOf = (line: number) => {
    const width = typeof room === 'number' ? room : room(line)
    checkFrame({ width })
    return width
  }
  const found = nextLine(texts, from, roomsIn(lengthOf, align))
  if (!found) return undefined
  const { text, paragraph, line } = found
  const { offset } = text.paragraph
  const { start, end, width } = line
  return { paragraph, start: offset + start, end: offset + end, width, continuation: found.rest() }
}
