/** The room for lines of a paragraph, in units: for the first, and for all others. */
export interface LineRooms {
  readonly first: number
  readonly other: number
  /** For each, if they differ more than that. */
  readonly at?: (line: number) => number
}

export const roomOf = ({ first, other, at }: LineRooms, line: number) =>
  at ? at(line) : line === 0 ? first : other

/** Where the lines of a paragraph that are to be chosen begin. */
interface FirstLine {
  /** The first stop that it may end at. */
  readonly stop: number
  readonly offset: number
  /** Its start, in units. */
  readonly x: number
  /** Its index in the paragraph. */
  readonly line: number
}

export const paragraphStart: FirstLine = { stop: 0, offset: 0, x: 0, line: 0 }

/** Lines that are to be chosen together. */
export interface PlannedLines {
  readonly rooms: LineRooms
  /** Whether no word is to be alone on the last of them. */
  readonly avoidsLoneEnd: boolean
  readonly first?: FirstLine
  /** Measures a line from an offset to a stop, where rows do not tell how wide it is. */
  readonly measure?: ((start: number, stop: number) => number) | undefined
}
