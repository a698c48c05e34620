/** The lines of a text in a width, as numbers only: one entry of each array a line. */
export interface WrappedLines {
  /** Number of lines. */
  readonly count: number
  /** Start offset in the text; spaces that hang at the end belong to the line. */
  readonly starts: Uint32Array
  /** End of each line, as an offset. */
  readonly ends: Uint32Array
  /** In units, without the spaces that hang. */
  readonly widths: Float64Array
  /** Width of the spaces that hang at each line's end, in units. */
  readonly hangs: Float64Array
  /** From the top of the text. */
  readonly baselines: Float64Array
  /** Height, in units. */
  readonly height: number
}
