import type { Face, Fonts } from '../fonts/index.ts'
import type { Frame, Hyphenation, Layout } from '../layout/index.ts'
import type { RichText, Values } from '../markup/index.ts'
import type { ReaderSettings, Sheet, Style, StyleSource } from '../sheet/index.ts'
import type { CheckedMarkup, SettingFor } from './checked-markup.ts'
import type { ShapedText } from './shaped-text.ts'

/** Options of `typesetterFor`. */
export interface TypesetterOptions<S extends string, I extends string, Z extends string> {
  /** The sheet with the styles. */
  readonly sheet: Sheet<S, I, Z>
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** The reader's preferences. */
  readonly reader?: ReaderSettings
  /** Hyphenation patterns from `openHyphenation`, for styles with `hyphenation`. */
  readonly hyphenation?: Hyphenation
  /**
   * The treatment of wrong input. `throw` (the default) throws a `DotLineError`. `collect`, for
   * production, shows the text as well as possible and lists problems on the layout. Warnings are
   * always listed.
   */
  readonly problems?: 'throw' | 'collect'
  /**
   * Measures letters that no face has, in units, where the program that shows them paints them in a face of
   * its own. Without it they are as wide as the box that stands for them.
   */
  readonly platformAdvance?: (letters: string, style: Style, face: Face) => number
}

/** Frame, style, values and overrides of a text. */
export interface SetOptions<
  S extends string = string,
  I extends string = never,
  Z extends string = never,
> extends Frame {
  /** The name of a style. */
  readonly style?: NoInfer<S>
  /** Properties that are others than those of the style, at this call. */
  readonly overrides?: Omit<StyleSource<NoInfer<S>, NoInfer<I>, NoInfer<Z>>, 'from'>
  /** Values for the placeholders, by name. */
  readonly values?: Values
  /** Name of the markup in problems: a file name. */
  readonly source?: string
  /**
   * Markup, or rich text, in place of truncated text: one with a style, a link or an action, such as
   * `… ~action=open[more]`. Its styles are within that of the text. Default: the `ellipsis` of the style.
   */
  readonly ellipsis?: string | RichText
  /**
   * Sets the text as large as it goes into the frame, the size of its style between these, in
   * units; all else in proportion. Where not even the least fits, that size is taken, and the text
   * cut. The layout's `fittedSize` is the size.
   */
  readonly fit?: { readonly min: number; readonly max: number }
}

/** Sets texts with the styles of a sheet and the faces of fonts. */
export interface Typesetter<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
> {
  /**
   * Sets markup, or rich text. Throws a `DotLineError` on wrong input unless problems are
   * collected. Of a literal string, styles that the sheet does not have and values that are missing
   * are compile errors.
   */
  set<const T extends string | RichText>(
    markup: CheckedMarkup<T, { style: S; ink: I; size: Z }>,
    ...setting: SettingFor<T, SetOptions<S, I, Z>>
  ): Layout
  /** Shapes a text once, to set it in many widths. Takes and throws what `set` does. */
  shape<const T extends string | RichText>(
    markup: CheckedMarkup<T, { style: S; ink: I; size: Z }>,
    ...setting: SettingFor<T, SetOptions<S, I, Z>>
  ): ShapedText
  /**
   * A length as body text scales for this reader: a padding, an icon, an image. In units, kept
   * within `min` and `max` where they are given.
   */
  scaleLength(length: number, bounds?: { readonly min?: number; readonly max?: number }): number
}
