import type { Box, Catalog, Drawing, Problem } from 'dot-line'
import type { ChartTexts, DataTable } from 'dot-line/chart'

/** The input of a demo chart. */
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
  /** The note that is shown and read out. */
  readonly note: string
}

/** A chart, what can be asked of it, and its data. */
export interface DemoChart {
  readonly drawing: Drawing
  readonly marks: readonly ChartMark[]
  /** The alternative text, in a sentence or two. */
  readonly description: string
  readonly table: DataTable
  readonly problems: readonly Problem[]
}
