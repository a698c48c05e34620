import type { NamedColor } from './inks/named-color.ts'
import type { Slant } from './lengths.ts'
import type { StretchName, WeightName } from './property-kinds.ts'

/** A color written as in CSS Color 4: `#0b3d5c`, `oklch(45% 0.08 240)`, `tan`. */
export type ColorText = `#${string}` | `${string}(${string})` | NamedColor

/** A number of units, `'1.2x'` of the enclosing size, or a size the sheet names. */
type SizeSource<Z extends string = string> = number | `${number}x` | Z

interface LineSource<I extends string = string> {
  /** Ink. Default: that of the text. */
  readonly ink?: I | ColorText
  /** In units, as all lengths here; they scale with the text. */
  readonly width?: number
  /** Between baseline and line. */
  readonly gap?: number
  readonly dash?: readonly number[]
  /** Whether the line leaves room for descenders. */
  readonly skip?: boolean
}

type PaddingSource =
  | number
  | {
      readonly top?: number
      readonly right?: number
      readonly bottom?: number
      readonly left?: number
    }
  | {
      readonly top?: number
      readonly bottom?: number
      /** The side at which lines begin, in units: left, or right in a right-to-left paragraph. */
      readonly start?: number
      /** The side at which lines end, in units. */
      readonly end?: number
    }

interface BorderSource<I extends string = string> {
  readonly ink: I | ColorText
  readonly width: number
}

/** Properties of characters, for styles and overrides. */
export interface CharacterProperties<I extends string = string, Z extends string = string> {
  /** A family, or a list to try in order: of the sheet, of the fonts, or a generic one. */
  readonly family?: string | readonly string[]
  readonly size?: SizeSource<Z>
  /** 1 to 1000, or a name. */
  readonly weight?: number | WeightName
  readonly slant?: Slant
  /** 50 to 200 percent, or a name. */
  readonly stretch?: number | StretchName
  /** The traits that may be synthesized if the family has no bold or slanted face. */
  readonly synthesis?: 'none' | 'weight' | 'slant' | 'all'
  /** Distance of baselines: times the size, or units as `'24u'`. */
  readonly leading?: number | `${number}u`
  /** Extra space between letters, in ems. */
  readonly tracking?: number
  /** Extra space between words, in ems. */
  readonly wordSpacing?: number
  readonly ink?: I | ColorText
  /** 0 to 1. */
  readonly opacity?: number
  readonly stroke?:
    | 'none'
    | {
        readonly ink: I | ColorText
        readonly width: number
        readonly align?: 'outside' | 'center'
        readonly fill?: boolean
      }
  readonly backing?:
    | 'none'
    | {
        readonly ink: I | ColorText
        readonly padding?: PaddingSource
        readonly radius?: number
        readonly border?: BorderSource<I>
        readonly extent?: 'run' | 'line' | 'block'
        /** Whether the padding at its sides moves what stands beside it. */
        readonly inFlow?: boolean
        /** At the end of a line inside the run: `clone` (the default) closes the backing on both lines, `slice` lets it go on. */
        readonly boxDecorationBreak?: 'clone' | 'slice'
      }
  readonly shadow?:
    | 'none'
    | {
        readonly ink: I | ColorText
        readonly x?: number
        readonly y?: number
        readonly blur?: number
      }
  readonly underline?: boolean | LineSource<I>
  readonly overline?: boolean | LineSource<I>
  readonly strike?: boolean | LineSource<I>
  /** Shift of the baseline upward, in ems. */
  readonly baselineShift?: number
  readonly variantPosition?: 'normal' | 'super' | 'sub'
  /** Case, by the rules of the language (CSS Text 3). */
  readonly textTransform?: 'none' | 'uppercase' | 'lowercase' | 'capitalize'
  /** Small letters as small capitals (CSS Fonts 4, `font-variant-caps`). */
  readonly caps?: 'normal' | 'small-caps'
  /** Orientation of letters in vertical text: by Unicode, all upright, or all rotated. */
  readonly orientation?: 'mixed' | 'upright' | 'sideways'
  /** Whether two figures in vertical text stand upright beside each other (CSS Writing Modes 4, 9.1). */
  readonly combineDigits?: boolean
  /** A mark at each letter, above it or to the right of vertical text (CSS Text Decoration 3, section 3). */
  readonly emphasisMark?: 'none' | 'dot' | 'circle' | 'sesame'
  /** `closed` leaves half of a letter's width where blanks of fullwidth punctuation meet (CSS Text 4, 8.4). */
  readonly punctuationSpacing?: 'full' | 'closed'
  /** OpenType feature tags: on, off, or the number of an alternate. */
  readonly features?: Readonly<Record<string, boolean | number>>
  /** Axes of a variable font by tag. */
  readonly axes?: Readonly<Record<string, number>>
  /** BCP 47 tag. */
  readonly language?: string
  /** The reader's scale makes the size no smaller than this, in units. */
  readonly minSize?: number
  /** The reader's scale makes the size no larger than this, in units. */
  readonly maxSize?: number
  /** False where the reader's scale is not to change the size. */
  readonly scaling?: boolean
}

/** Properties of paragraphs, for styles. */
export interface ParagraphProperties<I extends string = string> {
  readonly align?: 'start' | 'center' | 'end' | 'left' | 'right' | 'justify'
  readonly direction?: 'ltr' | 'rtl' | 'auto'
  /** Direction of lines and text (CSS Writing Modes 4). It counts for the style of the whole text. */
  readonly writingMode?:
    | 'horizontal-tb'
    | 'vertical-rl'
    | 'vertical-lr'
    | 'sideways-rl'
    | 'sideways-lr'
  /** Trims the first line's box above its letters, and the last line's below its baseline. */
  readonly trim?: 'none' | { readonly above?: 'cap' | 'ex'; readonly below?: 'alphabetic' }
  readonly firstIndent?: number
  readonly startIndent?: number
  readonly endIndent?: number
  readonly spaceBefore?: number
  readonly spaceAfter?: number
  /** Maximum number of lines. */
  readonly maxLines?: number
  readonly ellipsis?:
    | string
    | {
        readonly mark?: string
        readonly at?: 'end' | 'middle' | 'start'
        readonly between?: 'graphemes' | 'words'
      }
  /** First fit; lines about equally long, for headings; or the best lines for the whole paragraph. */
  readonly breaking?: 'fast' | 'even' | 'best'
  /** Strictness of line breaks in Chinese and Japanese. */
  readonly lineBreak?: 'loose' | 'normal' | 'strict' | 'keep-slash'
  /** `keep-all` keeps words of Korean, Chinese and Japanese whole. */
  readonly wordBreak?: 'normal' | 'keep-all'
  /** `anywhere` breaks a word that is wider than the line; with `normal` it runs over the edge. */
  readonly overflowWrap?: 'anywhere' | 'normal'
  /**
   * The handling of a word that is wider than every line, before it is broken anywhere: it is
   * hyphenated, then all of the text is reduced, down to this many units.
   */
  readonly longWords?: { readonly hyphenate?: boolean; readonly shrinkTo?: number }
  /** Whether one word may be left for the last line. */
  readonly loneWord?: 'allow' | 'avoid'
  readonly hyphenation?: boolean
  /**
   * The least and the most that spaces and letters may grow in lines with `align: 'justify'`, in
   * ems: spaces first, without limit unless one is stated; then letters, not at all unless it is.
   * `last` justifies the last line too.
   */
  readonly justification?: {
    readonly words?: readonly [min: number, max: number]
    readonly letters?: readonly [min: number, max: number]
    readonly last?: boolean
  }
  /** Tab stops, from the start edge; behind the last, every eight spaces. */
  readonly tabs?: readonly {
    readonly at: number
    readonly align?: 'start' | 'center' | 'end' | 'decimal'
    readonly leader?: string
  }[]
  /**
   * Stands before each paragraph, in an indent as wide as it needs unless one is stated. `{number}`
   * in it counts the paragraphs in a row that have the same.
   */
  readonly marker?: 'none' | { readonly text: string; readonly indent?: number }
  readonly padding?: PaddingSource
  readonly border?:
    | 'none'
    | {
        /** Ink of the line, which is inside the edge. */
        readonly ink?: I | ColorText
        readonly width?: number
        readonly radius?: number
        /** Fill inside the line. */
        readonly fill?: I | ColorText
      }
}

/** A style as you write it: `from`, and properties. */
export interface StyleSource<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
> extends CharacterProperties<I, Z>,
    ParagraphProperties<I> {
  /** The style, or the styles in order, that this one builds on. */
  readonly from?: S | readonly S[]
}

/** A size: units, or a step of the sheet's scale. */
export type SizeDefinition = number | { readonly step: number }

/**
 * An ink: a color of CSS Color 4, the name of another ink, one made from another in OKLCH, or a
 * gradient.
 */
export type InkSource =
  | string
  | {
      readonly from: string
      /** Added to the lightness, 0 to 1. */
      readonly lighter?: number
      /** Taken from the lightness, 0 to 1. */
      readonly darker?: number
      /** Multiplies the opacity. */
      readonly alpha?: number
      /** Another ink to blend in, by `share`. Default: 0.5. */
      readonly mix?: string
      readonly share?: number
    }
  | {
      readonly gradient: 'linear' | 'radial'
      readonly stops: readonly (string | { readonly at: number; readonly ink: string })[]
      /** Degrees, counter-clockwise; 0 runs from left to right. */
      readonly angle?: number
      readonly extent?: 'run' | 'line' | 'block'
    }

/** The parts of a sheet that a mode can change. */
export interface SheetPart {
  /** Short names, each for a family or for several, the first that is there. */
  readonly families?: Readonly<Record<string, string | readonly string[]>>
  /** The base of a modular scale, in units, and its ratio. */
  readonly modularScale?: { readonly base: number; readonly ratio: number }
  /** Sizes by name. */
  readonly sizes?: Readonly<Record<string, SizeDefinition>>
  /** Inks by name. */
  readonly inks?: Readonly<Record<string, InkSource>>
  /** Styles by name. */
  readonly styles?: Readonly<Record<string, StyleSource>>
}

/** A sheet as it is stated, in code or in JSON. */
export interface SheetSource<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
  M extends string = string,
> {
  /** A JSON Schema, for editors; not read. */
  readonly $schema?: string
  /** Short names for families, to be changed in one place. */
  readonly families?: Readonly<Record<string, string | readonly string[]>>
  /** A modular scale: step n is base · ratioⁿ units. */
  readonly modularScale?: { readonly base: number; readonly ratio: number }
  /** Sizes by name. */
  readonly sizes?: Readonly<Record<Z, SizeDefinition>>
  /** Inks by name. */
  readonly inks?: Readonly<Record<I, InkSource>>
  /** Styles by name; `defaults` is below all others. */
  readonly styles: { readonly [K in S]: StyleSource<NoInfer<S>, NoInfer<I>, NoInfer<Z>> }
  /** Named sets of changes: dark, more contrast, another brand. */
  readonly modes?: { readonly [K in M]: SheetPart }
}
