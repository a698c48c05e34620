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
  /** What it is painted with. */
  readonly ink: SolidInk
  /** In units; of one outside, how far it reaches beyond the outline. */
  readonly width: number
  /** On the edge, or outside of it. */
  readonly align: 'outside' | 'center'
}

/** How glyphs are painted that are not just filled with one color. */
export interface GlyphPaint {
  /** Nothing where they are hollow. */
  readonly fill?: Fill | undefined
  /** The line along its edge. */
  readonly stroke?: Stroke | undefined
}

/** Glyphs of one face, size and ink on one baseline. */
export interface GlyphsItem {
  /** Tells it from others. */
  readonly kind: 'glyphs'
  /** Start of the run on its baseline. */
  readonly x: number
  /** Downward, in units. */
  readonly y: number
  /** The face that its glyphs are of. */
  readonly face: Face
  /** In units. */
  readonly size: number
  /** What it is painted with. */
  readonly ink: SolidInk
  /** Paints them instead of the ink. */
  readonly paint?: GlyphPaint
  /** Their ids, advances and offsets. */
  readonly glyphs: ShapedGlyphs
  /** OpenType features it was shaped with, beyond the usual ones. */
  readonly features?: readonly string[]
  /** What stands behind each letter, and behind each word space beside that, in units. */
  readonly letterSpacing?: number
  /** Room added to each space, in units. */
  readonly wordSpacing?: number
  /** It runs from right to left. */
  readonly isRightToLeft?: true
  /** Its letters stand below each other: none advances, and each is where its offsets say. */
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
  /** Tells it from others. */
  readonly kind: 'rectangle'
  /** Radius of the corners. */
  readonly radius: number
  /** What it is painted with. */
  readonly ink: SolidInk
}

/** A shape of any outline, in units with y downward. */
export interface PathItem extends GlyphPaint {
  /** Tells it from others. */
  readonly kind: 'path'
  /** What it is filled in. */
  readonly outline: Outline
}

/** A straight line. */
export interface RuleItem {
  /** Tells it from others. */
  readonly kind: 'rule'
  /** Where it begins, in units. */
  readonly from: readonly [x: number, y: number]
  /** Where it ends, in units. */
  readonly to: readonly [x: number, y: number]
  /** In units. */
  readonly width: number
  /** What it is painted with. */
  readonly ink: SolidInk
  /** Lengths of dashes and of the gaps between them, in units, and how far into them it begins. */
  readonly dash?: readonly number[]
  /** Where in the pattern of dashes it starts, in units. */
  readonly dashStart?: number
}

/** A raster image, drawn to fill its box. */
export interface ImageItem extends Box {
  /** Tells it from others. */
  readonly kind: 'image'
  /** What it shows, where it is read out. */
  readonly label?: string
  /** The image. */
  readonly picture: Picture
}

/** Items that are moved, turned or scaled together, or painted as one. */
export interface GroupItem {
  /** Tells it from others. */
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
  /** What it is called, for those who read and for documents. */
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
  /** Over how many rows it goes. */
  readonly rowSpan?: number
  /** Of a list: how its items are counted. A list without it has no numbers. */
  readonly counter?: 'decimal' | 'lower-alpha'
  /** The number before an item of a list: it is read out, and is a label in a PDF. */
  readonly isMarker?: boolean
  /** Of an inline object in a line: what it says, in place of what is in it. */
  readonly inlineLabel?: string
  /** What of a page is to be clicked on. */
  readonly area?: Box
  /** What it is made of, the first painted first. */
  readonly items: readonly Item[]
}

/** An item that paints something itself. */
export type PaintedItem = GlyphsItem | RectangleItem | PathItem | RuleItem | ImageItem

/** A layout where it was placed: text, until a target expands it. */
export interface TextItem {
  /** Tells it from others. */
  readonly kind: 'text'
  /** The text as it is laid out. */
  readonly layout: Layout
  /** From the layout's frame to the coordinates around. */
  readonly matrix: Matrix
  /** Tells it from other texts. */
  readonly id?: string
}

/** What a drawing is made of. */
export type Item = PaintedItem | GroupItem | TextItem

/** The device-independent display list: painted in order, later items over earlier ones. */
export interface Drawing extends Made {
  /** Tells it from others. */
  readonly kind: 'drawing'
  /** What is shown; items outside of it are clipped. */
  readonly box: Box
  /** What it is called, for those who read and for documents. */
  readonly title?: string
  /** What is to be seen, at more length. */
  readonly description?: string
  /** BCP 47 tag of the text's language. */
  readonly language?: string
  /** What it is made of, the first painted first. */
  readonly items: readonly Item[]
  /** Such as labels that reach beyond the box. */
  readonly problems: readonly Problem[]
}

/** Whether a value is a drawing that the library made; one that arrived as data is none. */
export const isDrawing = (value: unknown): value is Drawing =>
  isMade(value) && 'kind' in value && value.kind === 'drawing'
