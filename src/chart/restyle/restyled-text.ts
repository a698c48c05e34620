import type { ChartPart } from '../parts.ts'

/** What became of a text. */
export interface RestyledText {
  /** What it says. */
  readonly text: string
  /** Which part of a chart it is, and so its style. */
  readonly part: ChartPart
  /** `turned`: at another angle than before; `cut`: shown in part; `omitted`: not shown, for want of room. */
  readonly outcome: 'set' | 'wrapped' | 'turned' | 'cut' | 'omitted'
}
