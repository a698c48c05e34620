import type { Face, Segment, ShapedText } from '../fonts/index.ts'
import type { InlineBox } from '../markup/index.ts'
import type { Spacing } from './spacing.ts'

/** What a text is shaped by. */
export type ShapedAs = Pick<Item, 'face' | 'segment' | 'spacing'>

/** A stretch that is shaped as one; offsets are of its paragraph. */
export interface Item {
  readonly start: number
  readonly end: number
  readonly face: Face
  readonly size: number
  readonly segment: Segment
  readonly spacing: Spacing
  /** Embedding level (UAX #9); odd ones run from right to left. */
  readonly level: number
  /** Letters stand upright below each other. */
  readonly upright: boolean
  /** The stretch is one tab. */
  readonly isTab: boolean
  /** The stretch is one box. */
  readonly box?: InlineBox
}

/** Glyphs of a stretch of one face, size and script. A box is one glyph, which stands for it. */
export interface GlyphRun extends Item {
  /** In the order of the text; clusters count from `start`. */
  readonly shaped: ShapedText
  /** Whether it was put together from words, so that it may be cut at every space. */
  readonly isWordwise?: boolean
  /** See `WordwiseText`; offsets count from `start`. */
  readonly endDeltas?: Int32Array | undefined
}
