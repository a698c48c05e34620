import type { ChartPart } from '../parts.ts'

/** What became of a text. */
export interface RestyledText {
  /** What it says. */
  readonly text: string
  /** Which part of a chart it is, and so its style. */
  readonly part: ChartPart
  /** `cut` ones are shown in part; `dropped` ones had no room. */
  readonly did: 'set' | 'wrapped' | 'cut' | 'dropped'
}
