import { being, checkArgument, isObject } from '../../problem/index.ts'

/** A color in sRGB, as every target can show it. */
export interface SolidInk {
  /** Tells it from others. */
  readonly kind: 'solid'
  /** `#rrggbb`. */
  readonly color: string
  /** 0 to 1. */
  readonly opacity: number
}

export interface GradientStop {
  /** 0 to 1 along the gradient. */
  readonly at: number
  /** `#rrggbb`. */
  readonly color: string
  /** 0 to 1. */
  readonly opacity: number
}

/** What a gradient spans. */
export type GradientExtent = 'run' | 'line' | 'block'

/** A gradient whose stops lie so close that targets may blend between them in sRGB. */
export interface GradientInk {
  /** Tells it from others. */
  readonly kind: 'linear' | 'radial'
  /** Of a linear one: degrees, counter-clockwise; 0 runs from left to right. */
  readonly angle: number
  /** What the gradient spans. */
  readonly extent: GradientExtent
  /** Its colors, each at its place from 0 to 1. */
  readonly stops: readonly GradientStop[]
}

/** What glyphs, rules and backings are painted with. */
export type Ink = SolidInk | GradientInk

const anInk = being(
  'an ink, such as sheet.ink() gives',
  value =>
    isObject(value) &&
    Array.isArray(value.stops) &&
    value.stops.length > 0 &&
    value.stops.every(isObject),
)

/** One color that stands for an ink: its own, or the middle of a gradient. */
export function representativeColor(ink: Ink): SolidInk {
  if (ink?.kind === 'solid') return ink
  checkArgument('representativeColor', 'ink', ink, anInk)
  const { color, opacity } = ink.stops.reduce((best, stop) =>
    Math.abs(stop.at - 0.5) < Math.abs(best.at - 0.5) ? stop : best,
  )
  return { kind: 'solid', color, opacity }
}
