import type { ChartLabel, ChartTexts, chartFrameFor, Mark } from '../chart/index.ts'
import type { Item } from '../core.ts'
import type { Problem } from '../problem/index.ts'
import type { ChartDescription } from './read-chart.ts'

/** What a kind of chart gives: marks, below and above which texts stand. */
export interface ChartMarks {
  readonly frame: ReturnType<typeof chartFrameFor>
  readonly below: readonly Item[]
  readonly above: readonly Item[]
  readonly labels: readonly ChartLabel[]
  readonly avoid: readonly Mark[]
  readonly problems?: readonly Problem[]
}

/** What all kinds of charts are drawn by. */
export interface ChartToDraw {
  readonly texts: ChartTexts
  readonly chart: ChartDescription
  readonly width: number
  readonly height: number
}
