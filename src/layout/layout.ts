import type { Fonts, ShapedGlyphs } from '../fonts/index.ts'
import type { InlineBoxItem } from '../markup/index.ts'
import type { Problem, TextRange } from '../problem/index.ts'
import type { Style, WritingMode } from '../sheet/index.ts'
import type { Continuation } from './continuation.ts'
import type { Frame } from './frame.ts'

/** Glyphs of one face and one style on a line. */
export interface GlyphRun {
  /**
   * Kind of run. `text`: characters of the text. `box`: an inline box. `leader`: a filled tab. The
   * others show no characters of the text: `hyphen`, `ellipsis`, `marker`.
   */
  readonly kind: 'text' | 'object' | 'leader' | 'hyphen' | 'ellipsis' | 'marker'
  /** Start offset in the layout's text; equal to `end` for runs without characters. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** Its characters. */
  readonly text: string
  /** Left edge of its leftmost glyph's advance, from the left edge of the frame. */
  readonly x: number
  /** Width, in units. */
  readonly width: number
  /** Height above the line's baseline, in units. */
  readonly rise: number
  /** Embedding level (UAX #9); odd ones run from right to left. */
  readonly level: number
  /** Id of its face; `faceOf` returns the face. */
  readonly face: string
  /** With nothing left open. */
  readonly style: Style
  /** Names of the styles it is set in, the outermost first; of many, the eight innermost. */
  readonly styleNames?: readonly string[] | undefined
  /** From left to right; clusters count from the run's start. */
  readonly glyphs: ShapedGlyphs
  /**
   * In vertical text, of letters that stand upright below each other: their advances go along the
   * line, and their offsets count from its middle.
   */
  readonly upright?: true
  /** Space that justifying added behind each space, in units. */
  readonly wordGap?: number
  /** Space that justifying added behind each letter, in units. */
  readonly letterGap?: number
  /** Its letters join, so tracking does not separate them. */
  readonly isJoined?: true
  /** Some of its letters are in none of its face's glyphs, and measured as the platform shows them. */
  readonly isOfPlatform?: true
  /** Space that its backing keeps free beside it, in units; not part of `width`. */
  readonly room?: { readonly left: number; readonly right: number }
  /** Sides on which its backing goes on, on the line before or on the next. */
  readonly openEnds?: 'left' | 'right' | 'both'
  /** Stands in place of the glyphs. */
  readonly box?: InlineBoxItem
  /** Address of its link. */
  readonly link?: string
  /** A name for the program to act on. */
  readonly action?: string
}

/** A line. Its places are measured along the lines (`x`) and across them: turned, in vertical text. */
export interface Line {
  /** Index of its paragraph in the layout. */
  readonly paragraph: number
  /** Start offset in the layout's text; spaces that hang at the end belong to the line. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** To the right, in units. */
  readonly x: number
  /** Width without hanging spaces, in units. */
  readonly width: number
  /** Top of the line box, from the top of the frame. */
  readonly top: number
  /** Height, in units. */
  readonly height: number
  /** From the top of the text to its baseline, in units. */
  readonly baseline: number
  /** The level of its paragraph (UAX #9): 1 if it runs from right to left. */
  readonly level: number
  /**
   * In the order of the text, which is not always that from left to right. Of a plain text they are
   * made when they are first read: `closed-fonts` where it is closed by then.
   */
  readonly runs: readonly GlyphRun[]
}

/** A paragraph of a layout, also if none of its lines are visible. */
export interface LayoutParagraph extends TextRange {
  /** With nothing left open. */
  readonly style: Style
  /** BCP 47 tag. */
  readonly language: string
  /** The direction that it runs in. */
  readonly direction: 'ltr' | 'rtl'
  /** The marker before it, if its style has one. */
  readonly marker?: string | undefined
}

/** Characters of a text, and the part of its markup that they come from. */
export interface SourcePiece extends TextRange {
  /** Its stretch of the markup. */
  readonly source: TextRange
}

/** Text that did not fit. */
export interface Cut {
  /** Start of the hidden stretch, in offsets of the layout's text. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** The hidden characters. */
  readonly text: string
}

/** Keeps the fonts of a layout as long as the layout; no copy of it by other means has it. */
export const heldFonts: unique symbol = Symbol('the fonts of a layout')

/** Set text: plain data, in units, y downward from the top left of the frame. */
export interface Layout {
  readonly [heldFonts]?: Fonts
  /** Marks a layout. */
  readonly kind: 'layout'
  /** Writing mode (CSS Writing Modes). In all but `horizontal-tb`, lines run down or up. */
  readonly writingMode: WritingMode
  /** The style of its first paragraph, whose padding and frame it has. */
  readonly style: Style
  /** The characters that were set; paragraphs are separated by newlines. */
  readonly text: string
  /** The frame's width where it has one, or else that of the longest line. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
  /** The size of the style it is set in, where that was made to fit the frame. */
  readonly fittedSize?: number | undefined
  /** Width of the longest line. */
  readonly textWidth: number
  /**
   * Its lines. Lines of plain text are made when you first read them; after `fonts.close()` that
   * throws `closed-fonts`.
   */
  readonly lines: readonly Line[]
  /** Stretches between line ends that were stated. */
  readonly paragraphs: readonly LayoutParagraph[]
  /** Where its characters stand in the markup; use `sourceRange`. */
  readonly sourceMap: readonly SourcePiece[]
  /** The truncated stretch; undefined if everything fits. */
  readonly cut?: Cut | undefined
  /** Where the text goes on; pass it to the next frame as `continuation`. Undefined if everything fits. */
  readonly continuation?: Continuation | undefined
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
  /** The frame of the layout. */
  readonly frame: Frame
}
