import type { Fonts, ShapedGlyphs } from '../fonts/index.ts'
import type { InlineBoxItem } from '../markup/index.ts'
import type { Problem, TextRange } from '../problem/index.ts'
import type { Style, WritingMode } from '../sheet/index.ts'
import type { Frame } from './frame.ts'
import type { Continuation } from './next-line.ts'

/** Glyphs of one face and one style on a line. */
export interface GlyphRun {
  /**
   * What it is: characters of the text, an inline object, a tab filled with a leader; or, of no
   * character, the hyphen of a word that goes on on the next line, the mark of what was cut off, or
   * what stands before the paragraph.
   */
  readonly kind: 'text' | 'object' | 'leader' | 'hyphen' | 'ellipsis' | 'marker'
  /** Offsets in the layout's text; equal for what is of no character. */
  readonly start: number
  /** Behind the last character, in UTF-16 code units. */
  readonly end: number
  /** Its characters. */
  readonly text: string
  /** Left edge of its leftmost glyph's advance, from the left edge of the frame. */
  readonly x: number
  /** In units. */
  readonly width: number
  /** How far it stands above the line's baseline. */
  readonly rise: number
  /** Embedding level (UAX #9); odd ones run from right to left. */
  readonly level: number
  /** Id of the face, which `faceOf` gives. */
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
  /** What justifying added behind each space, and behind each letter, in units. */
  readonly wordGap?: number
  /** What justifying added behind each letter, in units. */
  readonly letterGap?: number
  /** Its letters join, and the tracking of its style is not between them. */
  readonly isJoined?: true
  /** What its backing keeps free beside it, in units; `width` is without that. */
  readonly room?: { readonly left: number; readonly right: number }
  /** Sides on which its backing goes on, on the line before or on the next. */
  readonly openEnds?: 'left' | 'right' | 'both'
  /** Stands in place of the glyphs. */
  readonly box?: InlineBoxItem
  /** Where it leads to. */
  readonly link?: string
  /** A name for the program to act on. */
  readonly action?: string
}

/** A line. Its places are measured along the lines (`x`) and across them: turned, in vertical text. */
export interface Line {
  /** Index of its paragraph in the layout. */
  readonly paragraph: number
  /** Offsets in the layout's text; spaces that hang at the end belong to the line. */
  readonly start: number
  /** Behind the last character, in UTF-16 code units. */
  readonly end: number
  /** To the right, in units. */
  readonly x: number
  /** Without the spaces that hang at its end. */
  readonly width: number
  /** Top of the line box, from the top of the frame. */
  readonly top: number
  /** In units. */
  readonly height: number
  /** From the top of the text to its baseline, in units. */
  readonly baseline: number
  /** That of its paragraph (UAX #9): 1 where it runs from right to left. */
  readonly level: number
  /**
   * In the order of the text, which is not always that from left to right. Of a plain text they are
   * made when they are first read: `closed-fonts` where it is closed by then.
   */
  readonly runs: readonly GlyphRun[]
}

/** A paragraph of a layout, also where none of its lines are shown. */
export interface LayoutParagraph extends TextRange {
  /** With nothing left open. */
  readonly style: Style
  /** BCP 47 tag. */
  readonly language: string
  /** The direction that it runs in. */
  readonly direction: 'ltr' | 'rtl'
  /** What stands before it, where its style asks for that. */
  readonly marker?: string | undefined
}

/** Characters of a text, and the part of its markup that they come from. */
export interface SourcePiece extends TextRange {
  /** Its stretch of the markup. */
  readonly source: TextRange
}

/** What did not fit. */
export interface Cut {
  /** Offsets in the layout's text between which nothing is shown. */
  readonly start: number
  /** Behind the last character, in UTF-16 code units. */
  readonly end: number
  /** What stands in place of what was cut. */
  readonly text: string
}

/** Keeps the fonts of a layout as long as the layout; no copy of it by other means has it. */
export const heldFonts: unique symbol = Symbol('the fonts of a layout')

/** Set text: plain data, in units, y downward from the top left of the frame. */
export interface Layout {
  readonly [heldFonts]?: Fonts
  /** Tells it from drawings. */
  readonly kind: 'layout'
  /** As in CSS Writing Modes: what is not `horizontal-tb` has lines that run down or up. */
  readonly writingMode: WritingMode
  /** The style of its first paragraph, whose padding and frame it has. */
  readonly style: Style
  /** The characters that were set; paragraphs are separated by newlines. */
  readonly text: string
  /** The frame's width where it has one, or else that of the longest line. */
  readonly width: number
  /** In units. */
  readonly height: number
  /** The size of the style it is set in, where that was made to fit the frame. */
  readonly fittedSize?: number | undefined
  /** Width of the longest line. */
  readonly textWidth: number
  /** Of a plain text they are made when they are first read: `closed-fonts` where it is closed by then. */
  readonly lines: readonly Line[]
  /** Stretches between line ends that were stated. */
  readonly paragraphs: readonly LayoutParagraph[]
  /** Where its characters stand in the markup; `sourceRange` reads it. */
  readonly sourceMap: readonly SourcePiece[]
  /** What was left out; undefined where all of it is there. */
  readonly cut?: Cut | undefined
  /** Where the text goes on, for `from` in another frame; undefined where all of it is there. */
  readonly continuation?: Continuation | undefined
  /** What was found wrong, and did not stop the work. */
  readonly problems: readonly Problem[]
  /** What it was laid out in. */
  readonly frame: Frame
}
