import type { ChartLabel, ChartTexts, chartFrameFor, Mark } from '../chart/index.ts'
import type { Item } from '../core.ts'
import type { Problem } from '../problem/index.ts'
import type { ChartDescription } from './read-chart.ts'

/** The result of each kind of chart: marks, and the layers below and above its texts. */
export interface ChartMarks {
  readonly frame: ReturnType<typeof chartFrameFor>
  readonly below: readonly Item[]
  readonly above: readonly Item[]
  readonly labels: readonly ChartLabel[]
  readonly avoid: readonly Mark[]
  readonly problems?: readonly Problem[]
}

/** The input of each kind of chart. */
export interface ChartToDraw {
  readonly texts: ChartTexts
  readonly chart: ChartDescription
  readonly width: number
  readonly height: number
}
