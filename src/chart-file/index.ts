export type { ChartData, DataPoint, DataSeries, XKind } from './chart-data.ts'
export { type DrawChartOptions, type DrawnChart, drawChart } from './draw-chart.ts'
export { chartJsonSchema } from './fields.ts'
export { type ChartDescription, type ReadChartOptions, readChart } from './read-chart.ts'
