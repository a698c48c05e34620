import type { Face, LinearPaint, RadialPaint, ShapedGlyphs, SolidPaint } from '../fonts/index.ts'
import type { Box, Matrix, Outline } from '../geometry/index.ts'
import type { Layout } from '../layout/index.ts'
import { isMade, type Made, type Problem } from '../problem/index.ts'
import type { SolidInk } from '../sheet/index.ts'
import type { Picture } from './picture.ts'

/** What a shape is filled with: a color, or a gradient in the coordinates of its item. */
export type Fill = (SolidPaint & { readonly color: string }) | LinearPaint | RadialPaint

/** A line along an outline, its joins round. */
export interface Stroke {
  readonly ink: SolidInk
  /** In units; of one outside, how far it reaches beyond the outline. */
  readonly width: number
  readonly align: 'outside' | 'center'
}

/** How glyphs are painted that are not just filled with one color. */
export interface GlyphPaint {
  /** Nothing where they are hollow. */
  readonly fill?: Fill | undefined
  readonly stroke?: Stroke | undefined
}

/** Glyphs of one face, size and ink on one baseline. */
export interface GlyphsItem {
  readonly kind: 'glyphs'
  /** Start of the run on its baseline. */
  readonly x: number
  readonly y: number
  readonly face: Face
  readonly size: number
  readonly ink: SolidInk
  /** Paints them instead of the ink. */
  readonly paint?: GlyphPaint
  readonly glyphs: ShapedGlyphs
  /** OpenType features it was shaped with, beyond the usual ones. */
  readonly features?: readonly string[]
  /** What stands behind each letter, and behind each word space beside that, in units. */
  readonly letterSpacing?: number
  readonly wordSpacing?: number
  readonly isRightToLeft?: true
  /** Its letters stand below each other: none advances, and each is where its offsets say. */
  readonly isStacked?: true
  /** A hyphen at a line's end, which is of no character: its text is empty. */
  readonly isHyphen?: true
  /** The characters it shows; clusters of the glyphs are offsets in it. */
  readonly text: string
}

export interface RectangleItem extends Box {
  readonly kind: 'rectangle'
  /** Radius of the corners. */
  readonly radius: number
  readonly ink: SolidInk
}

/** A shape of any outline, in units with y downward. */
export interface PathItem extends GlyphPaint {
  readonly kind: 'path'
  readonly outline: Outline
}

/** A straight line. */
export interface RuleItem {
  readonly kind: 'rule'
  readonly from: readonly [x: number, y: number]
  readonly to: readonly [x: number, y: number]
  readonly width: number
  readonly ink: SolidInk
  /** Lengths of dashes and of the gaps between them, in units, and how far into them it begins. */
  readonly dash?: readonly number[]
  readonly dashStart?: number
}

/** A raster image, drawn to fill its box. */
export interface ImageItem extends Box {
  readonly kind: 'image'
  /** What it shows, where it is read out. */
  readonly label?: string
  readonly picture: Picture
}

/** Items that are moved, turned or scaled together, or painted as one. */
export interface GroupItem {
  readonly kind: 'group'
  /** From the items' coordinates to those around the group. */
  readonly matrix?: Matrix
  /** From 0 to 1: the items are painted together, and then shown so far. */
  readonly opacity?: number
  /** Blurs the items, which are glyphs, by a Gaussian whose deviation is half of this, in units. */
  readonly blur?: number
  /** Where the items lead to. */
  readonly link?: string
  /** What the items are together: a role of WAI-ARIA, such as `figure`, `heading`, `list`. */
  readonly role?: string
  /** BCP 47 tag of what is said in it. */
  readonly language?: string
  readonly title?: string
  /** What is read out in place of the items. */
  readonly label?: string
  /** Of a heading: 1 for the highest. */
  readonly level?: number
  /** Tells it from others; items of one id on several pages are one, where they go on. */
  readonly id?: string
  /** It goes on on another page, or does so here. */
  readonly continues?: boolean
  /** Of a cell: over how many columns and rows it goes. */
  readonly columnSpan?: number
  readonly rowSpan?: number
  /** What of a page is to be clicked on. */
  readonly area?: Box
  readonly items: readonly Item[]
}

/** An item that paints something itself. */
export type PaintedItem = GlyphsItem | RectangleItem | PathItem | RuleItem | ImageItem

/** A layout where it was placed: text, until a target expands it. */
export interface TextItem {
  readonly kind: 'text'
  readonly layout: Layout
  /** From the layout's frame to the coordinates around. */
  readonly matrix: Matrix
  /** Tells it from other texts. */
  readonly id?: string
}

export type Item = PaintedItem | GroupItem | TextItem

/** The device-independent display list: painted in order, later items over earlier ones. */
export interface Drawing extends Made {
  readonly kind: 'drawing'
  /** What is shown; items outside of it are clipped. */
  readonly box: Box
  readonly title?: string
  /** What is to be seen, at more length. */
  readonly description?: string
  /** BCP 47 tag of the text's language. */
  readonly language?: string
  readonly items: readonly Item[]
  /** Such as labels that reach beyond the box. */
  readonly problems: readonly Problem[]
}

/** Whether a value is a drawing that the library made; one that arrived as data is none. */
export const isDrawing = (value: unknown): value is Drawing =>
  isMade(value) && 'kind' in value && value.kind === 'drawing'
