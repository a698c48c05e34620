import type { AxisRemedies, AxisTick, ChartAxis, ChartScale } from './axis.ts'
import type { ChartText } from './chart-texts.ts'
import type { ChartLegend } from './legend.ts'

/** Options of `chartFrameFor`. */
export interface ChartFrameOptions<A extends ChartAxes = ChartAxes> {
  /** Width, in units. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
  /** Space at all four edges, in units. Default: 16. */
  readonly padding?: number
  /** Title. */
  readonly title?: ChartText
  /** The line below the title. */
  readonly subtitle?: ChartText
  /** Source of the data, at the bottom. */
  readonly source?: ChartText
  /** The axes, by side. */
  readonly axes?: A
  /** The legend. */
  readonly legend?: ChartLegend
  /** Room inside the plot that scales do not use: for labels over bars, points at its edge. */
  readonly inset?: {
    readonly top?: number
    readonly right?: number
    readonly bottom?: number
    readonly left?: number
  }
}

/** An axis that was solved. */
export interface SolvedAxis<S extends ChartScale = ChartScale> extends AxisRemedies {
  /** The scale of the plot's range, as it was made. */
  readonly scale: S
  /** Width of a band, in units; 0 for a scale without bands. */
  readonly bandwidth: number
  /** Position of a value, in units; of a band its middle. Throws `off-scale`. */
  at(value: Parameters<S>[0]): number
  /** All ticks, also those with hidden labels. */
  readonly ticks: readonly AxisTick[]
}

/** The axes of a chart, by where their labels stand. */
export interface ChartAxes {
  /** The axis below the plot. */
  readonly bottom?: ChartAxis
  /** The axis above the plot. */
  readonly top?: ChartAxis
  /** The axis to the left of the plot. */
  readonly left?: ChartAxis
  /** The axis to the right of the plot. */
  readonly right?: ChartAxis
}

/** Texts that a small chart gives up, in this order. */
export const thrift = [
  'source',
  'subtitle',
  'axis',
  'title',
  'lines',
  'legend',
  'tick',
  'all',
] as const

export type Thrift = (typeof thrift)[number]
