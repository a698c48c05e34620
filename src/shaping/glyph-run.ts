import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import type { InlineBoxItem } from '../markup/index.ts'
import type { Style } from '../sheet/index.ts'
import type { Spacing } from './spacing.ts'

/** Everything that shapes a text. */
export type ShapedAs = Pick<ShapingItem, 'face' | 'segment' | 'spacing' | 'isPaired'>

/** A stretch that is shaped as one; offsets are of its paragraph. */
export interface ShapingItem {
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
  /** Two figures of vertical text, upright beside each other. */
  readonly isPaired?: true
  /** The style of a background that takes space. Letters do not join over its edge. */
  readonly inRoom?: Style | undefined
  /** The stretch is one tab. */
  readonly isTab: boolean
  /** The stretch is one inline object. */
  readonly box?: InlineBoxItem
}

/** Glyphs of a stretch of one face, size and script. An object is one glyph, which stands for it. */
export interface ShapedRun extends ShapingItem {
  /** In the order of the text; clusters count from `start`. */
  readonly shaped: ShapedGlyphs
  /** Whether it was put together from words, so that it may be cut at every space, and its letters are what they are. */
  readonly isWordwise?: boolean
  /** Whether the program that shows it has letters of its own for some that its face lacks. */
  readonly isOfPlatform?: true
  /** See `WordwiseText`; offsets count from `start`. */
  readonly endDeltas?: Int32Array | undefined
}
