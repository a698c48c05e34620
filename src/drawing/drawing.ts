import type { Face, LinearPaint, RadialPaint, ShapedGlyphs, SolidPaint } from '../fonts/index.ts'
import type { Box, Matrix, Outline } from '../geometry/index.ts'
import type { Layout } from '../layout/index.ts'
import { isMade, type Made, type Problem } from '../problem/index.ts'
import type { SolidInk } from '../sheet/index.ts'
import type { Picture } from './picture.ts'

/** Fill of a shape: a color, or a gradient in the coordinates of its item. */
export type Fill = (SolidPaint & { readonly color: string }) | LinearPaint | RadialPaint

/** A line along an outline, its joins round. */
export interface Stroke {
  /** The color it is painted with. */
  readonly ink: SolidInk
  /** In units; of one outside, how far it reaches beyond the outline. */
  readonly width: number
  /** On the edge, or outside of it. */
  readonly align: 'outside' | 'center'
}

/** Paint of glyphs beyond a single color. */
export interface GlyphPaint {
  /** Nothing where they are hollow. */
  readonly fill?: Fill | undefined
  /** The line along its edge. */
  readonly stroke?: Stroke | undefined
}

/** Glyphs of one face, size and ink on one baseline. */
export interface GlyphsItem {
  /** Glyphs of one face. */
  readonly kind: 'glyphs'
  /** Start of the run on its baseline. */
  readonly x: number
  /** Downward, in units. */
  readonly y: number
  /** The face that its glyphs are of. */
  readonly face: Face
  /** Size, in units. */
  readonly size: number
  /** The color it is painted with. */
  readonly ink: SolidInk
  /** Paints them instead of the ink. */
  readonly paint?: GlyphPaint
  /** Their ids, advances and offsets. */
  readonly glyphs: ShapedGlyphs
  /** OpenType features it was shaped with, beyond the usual ones. */
  readonly features?: readonly string[]
  /** Space behind each letter, and in addition behind each word space, in units. */
  readonly letterSpacing?: number
  /** Room added to each space, in units. */
  readonly wordSpacing?: number
  /** Whether it runs from right to left. */
  readonly isRightToLeft?: true
  /** Some of its letters are the platform's: they have no glyph, and the width that those take. */
  readonly isOfPlatform?: true
  /** Whether letters stand below each other: none advances, and offsets place them. */
  readonly isStacked?: true
  /** A hyphen at a line's end, which is of no character: its text is empty. */
  readonly isHyphen?: true
  /** BCP 47 tag of the text's language, by which a browser chooses forms of letters. */
  readonly language?: string
  /** The characters it shows; clusters of the glyphs are offsets in it. */
  readonly text: string
}

/** A filled rectangle of a drawing. */
export interface RectangleItem extends Box {
  /** A rectangle. */
  readonly kind: 'rectangle'
  /** Radius of the corners. */
  readonly radius: number
  /** The color it is painted with. */
  readonly ink: SolidInk
}

/** A shape of any outline, in units with y downward. */
export interface PathItem extends GlyphPaint {
  /** A filled or stroked outline. */
  readonly kind: 'path'
  /** The outline of the shape. */
  readonly outline: Outline
}

/** A straight line. */
export interface RuleItem {
  /** A line from one point to another. */
  readonly kind: 'rule'
  /** Start point, in units. */
  readonly from: readonly [x: number, y: number]
  /** End point, in units. */
  readonly to: readonly [x: number, y: number]
  /** Width, in units. */
  readonly width: number
  /** The color it is painted with. */
  readonly ink: SolidInk
  /** Lengths of dashes and of the gaps between them, in units, and how far into them it begins. */
  readonly dash?: readonly number[]
  /** Offset in the dash pattern, in units. */
  readonly dashStart?: number
}

/** A raster image, drawn to fill its box. */
export interface ImageItem extends Box {
  /** A picture. */
  readonly kind: 'image'
  /** Alternative text. */
  readonly label?: string
  /** The image. */
  readonly picture: Picture
}

/** Items that are moved, turned or scaled together, or painted as one. */
export interface GroupItem {
  /** Items that are drawn together. */
  readonly kind: 'group'
  /** From the items' coordinates to those around the group. */
  readonly matrix?: Matrix
  /** From 0 to 1: the items are painted together, and then shown so far. */
  readonly opacity?: number
  /** Blurs the items, which are glyphs, by a Gaussian whose deviation is half of this, in units. */
  readonly blur?: number
  /** Address that the items link to. */
  readonly link?: string
  /** WAI-ARIA role of the group, such as `figure`, `heading`, `list`. */
  readonly role?: string
  /** Language of the group, a BCP 47 tag. */
  readonly language?: string
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** Text that is read out instead of the items. */
  readonly label?: string
  /** Level of a heading; 1 is the highest. */
  readonly level?: number
  /** Id of the group; groups with one id on several pages are one element if they continue. */
  readonly id?: string
  /** Whether the element goes on on another page, or began on an earlier one. */
  readonly continues?: boolean
  /** Number of columns that a cell spans. */
  readonly columnSpan?: number
  /** Over how many rows it goes. */
  readonly rowSpan?: number
  /** Counter of a list. A list without it has no numbers. */
  readonly counter?: 'decimal' | 'lower-alpha'
  /** The number before an item of a list: it is read out, and is a label in a PDF. */
  readonly isMarker?: boolean
  /** Text of an inline box, read out instead of its content. */
  readonly inlineLabel?: string
  /** The clickable area on a page. */
  readonly area?: Box
  /** Its items; the first is painted first. */
  readonly items: readonly Item[]
}

/** An item that paints something itself. */
export type PaintedItem = GlyphsItem | RectangleItem | PathItem | RuleItem | ImageItem

/** A layout where it was placed: text, until a target expands it. */
export interface TextItem {
  /** A text that was laid out. */
  readonly kind: 'text'
  /** The text as it is laid out. */
  readonly layout: Layout
  /** From the layout's frame to the coordinates around. */
  readonly matrix: Matrix
  /** Id of the text. */
  readonly id?: string
}

/** An entry of a drawing. */
export type Item = PaintedItem | GroupItem | TextItem

/** The device-independent display list: painted in order, later items over earlier ones. */
export interface Drawing extends Made {
  /** A whole drawing. */
  readonly kind: 'drawing'
  /** The visible box; items outside are clipped. */
  readonly box: Box
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** A longer description of the picture. */
  readonly description?: string
  /** BCP 47 tag of the text's language. */
  readonly language?: string
  /** Its items; the first is painted first. */
  readonly items: readonly Item[]
  /** Such as labels that reach beyond the box. */
  readonly problems: readonly Problem[]
}

/** Whether a value is a drawing that the library made; one that arrived as data is none. */
export const isDrawing = (value: unknown): value is Drawing =>
  isMade(value) && 'kind' in value && value.kind === 'drawing'
