import type { Matrix, Outline } from '../geometry/index.ts'

/** The blend mode of a group, in the words of W3C Compositing and Blending. */
export type BlendMode =
  | 'normal'
  | 'screen'
  | 'overlay'
  | 'darken'
  | 'lighten'
  | 'color-dodge'
  | 'color-burn'
  | 'hard-light'
  | 'soft-light'
  | 'difference'
  | 'exclusion'
  | 'multiply'
  | 'hue'
  | 'saturation'
  | 'color'
  | 'luminosity'

/** A color at a point of a gradient, from 0 to 1. */
export interface ColorStop {
  readonly offset: number
  /** `#rrggbb`. */
  readonly color: string
  readonly opacity: number
}

/** One color; without `color`, the ink of the text. */
export interface SolidPaint {
  readonly kind: 'solid'
  readonly color?: string
  readonly opacity: number
}

/** A gradient between two points; beyond them the outermost colors go on. */
export interface LinearPaint {
  readonly kind: 'linear'
  readonly from: readonly [x: number, y: number]
  readonly to: readonly [x: number, y: number]
  readonly stops: readonly ColorStop[]
  /** From the gradient's own coordinates to those of the outline. */
  readonly matrix: Matrix
}

/** A gradient between two circles; beyond them the outermost colors go on. */
export interface RadialPaint {
  readonly kind: 'radial'
  readonly from: readonly [x: number, y: number, radius: number]
  readonly to: readonly [x: number, y: number, radius: number]
  readonly stops: readonly ColorStop[]
  readonly matrix: Matrix
}

export type Paint = SolidPaint | LinearPaint | RadialPaint

/** A shape filled with a paint, in font units, y upward. */
export interface ColorFill {
  readonly kind: 'fill'
  readonly outline: Outline
  readonly paint: Paint
}

/** Parts that are painted together and then mixed with what is below them. */
interface ColorGroup {
  readonly kind: 'group'
  readonly opacity: number
  readonly blend: BlendMode
  /** Outside of it nothing of the group shows. */
  readonly clip?: Outline
  readonly parts: readonly ColorPart[]
}

/** One layer of a color glyph (OpenType `COLR`, versions 0 and 1). */
export type ColorPart = ColorFill | ColorGroup
