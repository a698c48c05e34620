/** The room for lines of a paragraph, in units: for the first, and for all others. */
export interface LineRooms {
  readonly first: number
  readonly other: number
}

export const roomOf = ({ first, other }: LineRooms, line: number) => (line === 0 ? first : other)
