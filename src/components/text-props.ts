import type { Align, Layout, RichText, StyleSource, Values } from '../core.ts'
import type { TextAction } from '../screen/index.ts'

/** Properties of a text as a component: those of the element `<dot-line>`. */
export interface TextProps<S extends string = string> {
  /** The name of a style. */
  readonly textStyle?: S
  /** Its markup. */
  readonly markup?: string
  /** Whether more of its markup is to come: what is unfinished at its end is not shown. */
  readonly streaming?: boolean
  /** A key of the catalog, in place of markup. */
  readonly message?: string
  /** Rich text, in place of markup. */
  readonly rich?: RichText
  /** Values for its placeholders, by name. */
  readonly values?: Values
  /** Maximum number of lines; more are truncated. */
  readonly maxLines?: number
  /** Maximum height, in units; lines below are truncated. */
  readonly height?: number
  /** Shows the whole text, whatever limits its lines. */
  readonly open?: boolean
  /** The least and the largest size, in units: the text is as large as it goes into its box. */
  readonly fit?: { readonly min: number; readonly max: number }
  /** Properties that override those of its style. */
  readonly overrides?: Omit<StyleSource, 'from'>
  /** The text shown in place of truncated text. */
  readonly ellipsis?: string
  /** Alignment of lines. Default: that of the style. */
  readonly align?: Align
  /** The same, where it has more than one line. */
  readonly alignWrapped?: Align
  /** The way it is painted. Default: `text`. */
  readonly paint?: 'text' | 'svg' | 'canvas'
  /** Text of the tooltip, or `none`. Default: the whole text, if it was truncated. */
  readonly tooltip?: string
  /** Where its words stand. Default: as its provider says. */
  readonly tree?: 'shadow' | 'light'
  /** Called when an action of it is used. */
  readonly onAction?: ((action: TextAction) => void) | undefined
  /** Called after layout. */
  readonly onLayout?: ((layout: Layout) => void) | undefined
}
