export type { AxisRemedies, AxisTick, ChartAxis, ChartScale, CollisionRemedy } from './axis.ts'
export { type CenteredText, centerText, type RoundRoom } from './center-text.ts'
export { type ChartFrame, chartFrameFor } from './chart-frame.ts'
export type { ChartAxes, ChartFrameOptions, SolvedAxis } from './chart-frame-options.ts'
export {
  type ChartText,
  type ChartTextOptions,
  type ChartTexts,
  chartTextsFor,
  type PartFrame,
} from './chart-texts.ts'
export { type DataTable, dataTableHtml } from './data-table.ts'
export { type ValueFormat, valueWriter, type WrittenValue } from './formats.ts'
export type { LabelTarget, Mark, Point, Side } from './label-targets.ts'
export type { ChartLegend, LegendEntry, LegendPlace } from './legend.ts'
export type { ChartPart, PartStyles } from './parts.ts'
export {
  type ChartLabel,
  type PlacedLabel,
  type PlacedLabels,
  type PlaceLabelsOptions,
  placeLabels,
} from './place-labels.ts'
export type { PlacedText } from './placed-text.ts'
export { type MeasuredInk, readableInk } from './readable-ink.ts'
export {
  type RestyledChart,
  type RestyleOptions,
  restyleChart,
  type SvgElementLike,
} from './restyle/restyle-chart.ts'
export type { RestyledText } from './restyle/restyled-text.ts'
