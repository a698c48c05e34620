/** The start of the rest of a text: plain data that belongs to that text. */
export interface Continuation {
  /** Offset in the whole text. */
  readonly offset: number
  /** Index of the next line in its paragraph, from 0. */
  readonly line: number
  /** The plan for the rest of the paragraph. */
  readonly plan?: LinePlan
}

export const textStart: Continuation = { offset: 0, line: 0 }

/**
 * The plan for the remaining lines of a paragraph that is planned as a whole. Plain data, for
 * frames of the same width.
 */
export interface LinePlan {
  /** The width of the rooms it was made for. */
  readonly room: number
  /** The stops where the next lines end, for `best` and `even`. */
  readonly stops?: readonly number[]
  /** Whether the next lines are first fit. */
  readonly firstFit?: true
}
