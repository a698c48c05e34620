import type { ChartPart } from '../parts.ts'

/** The outcome for one text. */
export interface RestyledText {
  /** Its text. */
  readonly text: string
  /** Its part of the chart, and so its style. */
  readonly part: ChartPart
  /** `turned`: at another angle than before; `cut`: shown in part; `omitted`: not shown, for want of room. */
  readonly outcome: 'set' | 'wrapped' | 'turned' | 'cut' | 'omitted'
}
