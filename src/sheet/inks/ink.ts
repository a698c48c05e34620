import { being, checkArgument, isObject } from '../../problem/index.ts'

/** A color in sRGB, as every target can show it. */
export interface SolidInk {
  /** One color all over. */
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

/** The area that a gradient spans. */
type GradientExtent = 'run' | 'line' | 'block'

/** A gradient whose stops lie so close that targets may blend between them in sRGB. */
export interface GradientInk {
  /** The kind of gradient: along a line or around a center. */
  readonly kind: 'linear' | 'radial'
  /** Angle of a linear gradient in degrees, counter-clockwise; 0 runs from left to right. */
  readonly angle: number
  /** The box that the gradient spans. */
  readonly extent: GradientExtent
  /** Color stops, at places from 0 to 1. */
  readonly stops: readonly GradientStop[]
}

/** Paint of glyphs, rules and backings: a color or a gradient. */
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
