import type { Box, Catalog, Drawing, Problem } from 'dot-line'
import type { ChartTexts, DataTable } from 'dot-line/chart'

/** What a chart of the demo is drawn from. */
export interface ChartScene {
  readonly texts: ChartTexts
  readonly catalog: Catalog
  readonly width: number
  readonly height: number
}

/** A mark of a chart that can be pointed at and reached by keyboard. */
export interface ChartMark {
  readonly id: string
  readonly box: Box
  /** What is shown and said of it. */
  readonly note: string
}

/** A chart, what can be asked of it, and its data. */
export interface DemoChart {
  readonly drawing: Drawing
  readonly marks: readonly ChartMark[]
  /** What the picture shows, in a sentence or two. */
  readonly description: string
  readonly table: DataTable
  readonly problems: readonly Problem[]
}
