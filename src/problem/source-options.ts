import { aString } from './arguments.ts'

/** The last argument of every function that reads a text. */
export interface SourceOptions {
  /** What problems call the text: the name of its file. */
  readonly source?: string
}

export const sourceOptions = { source: aString }
