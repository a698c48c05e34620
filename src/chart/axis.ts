import type { ChartText } from './chart-texts.ts'
import type { ValueFormat } from './formats.ts'

/** What is done with labels of ticks that do not fit beside each other. */
export type CollisionRemedy = 'wrap' | 'two-rows' | 'angle' | 'thin' | 'shorten'

/**
 * Where values stand, in units. Of a scale of bands it gives where a band begins, and `bandwidth` how
 * wide it is: labels stand at its middle.
 */
export interface ChartScale {
  (value: never): number | undefined
  /** How wide a band is, in units. */
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
  /** How they are written. */
  readonly format?: ValueFormat
  /** What it is called, for those who read and for documents. */
  readonly title?: ChartText
  /** Of an axis at a side: turned along it, the default, or level above it. */
  readonly titlePlace?: 'along' | 'above'
  /**
   * What is done with labels that collide, the first that helps: `wrap` and `thin` without it, of an
   * axis at a side `wrap`, `shorten` and `thin`. Where nothing helps they are thinned and shortened.
   */
  readonly onCollision?: readonly CollisionRemedy[]
  /** Of an axis at a side: how labels stand below each other, at their decimal signs or their ends. */
  readonly align?: 'end' | 'decimal'
  /** How much of the drawing's width labels of an axis at a side may take, 0 to 1; 0.35 without it. */
  readonly maxShare?: number
}

/** A value of an axis, and where it stands. */
export interface AxisTick {
  /** What it stands at. */
  readonly value: unknown
  /** In units, across or down. */
  readonly at: number
  /** All of its label, which may be cut, or not be there. */
  readonly text: string
  /** Whether its label is written. */
  readonly isShown: boolean
}

/** What was done so that labels fit. */
export interface AxisRemedies {
  /** What was done so that the texts fit, in order. */
  readonly applied: readonly CollisionRemedy[]
  /** Degrees, counter-clockwise. */
  readonly angle: number
}
