import type { Face, ShapedText } from '../fonts/index.ts'
import type { Box, Matrix } from '../geometry/index.ts'
import type { Problem } from '../problem/index.ts'
import type { SolidInk } from '../sheet/index.ts'
import type { Picture } from './picture.ts'

/** Glyphs of one face, size and ink on one baseline. */
export interface GlyphsItem {
  readonly kind: 'glyphs'
  /** Start of the run on its baseline. */
  readonly x: number
  readonly y: number
  readonly face: Face
  readonly size: number
  readonly ink: SolidInk
  readonly glyphs: ShapedText
  /** The characters it shows; clusters of the glyphs are offsets in it. */
  readonly text: string
}

export interface RectangleItem extends Box {
  readonly kind: 'rectangle'
  /** Radius of the corners. */
  readonly radius: number
  readonly ink: SolidInk
}

/** A straight line. */
export interface RuleItem {
  readonly kind: 'rule'
  readonly from: readonly [x: number, y: number]
  readonly to: readonly [x: number, y: number]
  readonly width: number
  readonly ink: SolidInk
}

/** A raster image, drawn to fill its box. */
export interface ImageItem extends Box {
  readonly kind: 'image'
  readonly picture: Picture
}

/** Items that are moved, turned or scaled together. */
export interface GroupItem {
  readonly kind: 'group'
  /** From the items' coordinates to those around the group. */
  readonly matrix?: Matrix
  readonly items: readonly Item[]
}

/** An item that paints something itself. */
export type PaintedItem = GlyphsItem | RectangleItem | RuleItem | ImageItem

export type Item = PaintedItem | GroupItem

/** The device-independent display list: painted in order, later items over earlier ones. */
export interface Drawing {
  readonly kind: 'drawing'
  /** What is shown; items outside of it are clipped. */
  readonly box: Box
  readonly title?: string
  /** BCP 47 tag of the text's language. */
  readonly language?: string
  readonly items: readonly Item[]
  /** Such as labels that reach beyond the box. */
  readonly problems: readonly Problem[]
}
