import { aString } from './arguments.ts'

/** The last argument of every function that reads a text. */
export interface SourceOptions {
  /** Name of the text in problems: its file name. */
  readonly source?: string
}

export const sourceOptions = { source: aString }
