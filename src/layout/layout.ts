import type { Face, ShapedText } from '../fonts/index.ts'
import type { Box } from '../geometry/index.ts'
import type { InlineBox } from '../markup/index.ts'
import type { Problem } from '../problem/index.ts'
import type { SolidInk, Style, WritingMode } from '../sheet/index.ts'
import type { Frame } from './frame.ts'

/** Glyphs of one face and one style on a line. */
export interface LineRun {
  /** Offsets in the layout's text; equal for a mark that stands for what was cut off. */
  readonly start: number
  readonly end: number
  readonly text: string
  /** Left edge of its leftmost glyph's advance, from the left edge of the frame. */
  readonly x: number
  readonly width: number
  /** How far it stands above the line's baseline. */
  readonly rise: number
  /** Embedding level (UAX #9); odd ones run from right to left. */
  readonly level: number
  readonly face: Face
  readonly style: Style
  /** Names of the styles it is set in, the outermost first; of many, the eight innermost. */
  readonly names?: readonly string[] | undefined
  /** What its glyphs are painted with: the style's ink, as far as the style lets it through. */
  readonly ink: SolidInk
  /** From left to right; clusters count from the run's start. */
  readonly glyphs: ShapedText
  /**
   * In vertical text, of letters that stand upright below each other: their advances go along the
   * line, and their offsets count from its middle.
   */
  readonly upright?: true
  /** What justifying added behind each space, and behind each letter, in units. */
  readonly wordGap?: number
  readonly letterGap?: number
  /** Its last glyph is a hyphen, which is in no text: the word goes on on the next line. */
  readonly isHyphenated?: true
  /** Stands in place of the glyphs. */
  readonly box?: InlineBox
  readonly link?: string
  readonly action?: string
}

/** A line. Its places are measured along the lines (`x`) and across them: turned, in vertical text. */
export interface Line {
  /** Offsets in the layout's text; spaces that hang at the end belong to the line. */
  readonly start: number
  readonly end: number
  readonly x: number
  /** Without the spaces that hang at its end. */
  readonly width: number
  /** Top of the line box, from the top of the frame. */
  readonly top: number
  readonly height: number
  readonly baseline: number
  /** That of its paragraph (UAX #9): 1 where it runs from right to left. */
  readonly level: number
  /** In the order of the text, which is not always that from left to right. */
  readonly runs: readonly LineRun[]
}

/** What did not fit. */
export interface Cut {
  /** Offsets in the layout's text between which nothing is shown. */
  readonly start: number
  readonly end: number
  readonly text: string
}

/** Set text: plain data, in units, y downward from the top left of the frame. */
export interface Layout {
  readonly kind: 'layout'
  /** As in CSS Writing Modes: what is not `horizontal-tb` has lines that run down or up. */
  readonly writingMode: WritingMode
  /** The style of its first paragraph, whose padding and frame it has. */
  readonly style: Style
  /** The characters that were set; paragraphs are separated by newlines. */
  readonly text: string
  /** The frame's width where it has one, or else that of the longest line. */
  readonly width: number
  readonly height: number
  /** The box of the frame: as wide and as high as the layout. */
  readonly bounds: Box
  /** The box around what is painted; undefined where nothing is. Found when it is asked for. */
  readonly inkBox: Box | undefined
  /** The size of the style it is set in, where that was made to fit the frame. */
  readonly fittedSize?: number | undefined
  /** Width of the longest line. */
  readonly textWidth: number
  readonly lines: readonly Line[]
  /** What was left out; undefined where all of it is there. */
  readonly cut?: Cut | undefined
  readonly problems: readonly Problem[]
  readonly frame: Frame
}
