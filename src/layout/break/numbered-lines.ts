/** The lines of a paragraph by numbers: one entry of each list a line. */
export interface NumberedLines {
  /** Offsets in the paragraph. */
  readonly ends: number[]
  /** Width, in units. */
  readonly widths: number[]
  /** The indices of those that end inside a word that is wider than its line. */
  readonly broken: readonly number[]
  /** The indices of those that end with a hyphen. */
  readonly hyphenated: readonly number[]
  /** The offset that the last is cut at, where not all of it goes on the lines. */
  readonly cut?: number | undefined
}

const none: readonly number[] = []

export const oneLine = (end: number, width: number): NumberedLines => ({
  ends: [end],
  widths: [width],
  broken: none,
  hyphenated: none,
})
