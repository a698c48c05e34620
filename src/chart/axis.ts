import type { ChartText } from './chart-texts.ts'
import type { ValueFormat } from './formats.ts'

/** A remedy for tick labels that collide. */
export type CollisionRemedy = 'wrap' | 'two-rows' | 'angle' | 'thin' | 'shorten'

/**
 * Maps values to units. A band scale returns the start of a band, and `bandwidth` its width; labels
 * stand at its middle.
 */
export interface ChartScale {
  (value: never): number | undefined
  /** Width of a band, in units. */
  bandwidth?(): number
}

/** An axis of a chart: the scale comes from any plotting code. */
export interface ChartAxis<S extends ChartScale = ChartScale> {
  /**
   * Makes the scale for a range of units: of an axis at the bottom or the top from left to right, of
   * one at a side from the bottom upward, which is from a larger number to a smaller.
   */
  readonly scale: (range: [from: number, to: number]) => S
  /** The values that have a tick; or how to find about so many. */
  readonly ticks: readonly unknown[] | ((count: number) => readonly unknown[])
  /** Format of its values. */
  readonly format?: ValueFormat
  /** Title. */
  readonly title?: ChartText
  /** For an axis at a side: the title rotated along it (the default), or level above it. */
  readonly titlePlace?: 'along' | 'above'
  /**
   * Remedies for labels that collide; the first that helps is used. Default: `wrap` and `thin`; at
   * a side `wrap`, `shorten` and `thin`. If none helps, labels are thinned and truncated.
   */
  readonly onCollision?: readonly CollisionRemedy[]
  /** Alignment of labels at a side: by decimal signs, or by their ends. */
  readonly align?: 'end' | 'decimal'
  /** Largest share of the drawing's width for labels at a side, 0 to 1. Default: 0.35. */
  readonly maxShare?: number
}

/** A value of an axis, and where it stands. */
export interface AxisTick {
  /** Its value. */
  readonly value: unknown
  /** In units, across or down. */
  readonly at: number
  /** Its whole label, even if truncated or hidden. */
  readonly text: string
  /** Whether its label is visible. */
  readonly isShown: boolean
}

/** The remedies that made labels fit. */
export interface AxisRemedies {
  /** The remedies, in order. */
  readonly applied: readonly CollisionRemedy[]
  /** Degrees, counter-clockwise. */
  readonly angle: number
}
