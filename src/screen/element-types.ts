import type { Align, Layout, RichText, Values } from '../core.ts'
import type { Overrides } from './element-text.ts'
import type { TextAction } from './link-actions.ts'
import type { DotLineElement } from './text-element.ts'
import type { DotLineRowElement } from './text-row.ts'

/** Attributes and properties of `<dot-line>` in a framework. */
export interface TextAttributes {
  /** The name of a style of the sheet. */
  'text-style'?: string | undefined
  /** Its markup. */
  markup?: string | undefined
  /** Whether more of its markup is to come. */
  streaming?: boolean | undefined
  /** A key of the catalog, in place of markup. */
  message?: string | undefined
  /** Values for its placeholders; as an attribute, JSON. */
  values?: Values | string | undefined
  /** Rich text, in place of markup: a property. */
  rich?: RichText | undefined
  /** Maximum number of lines; more are truncated. */
  'max-lines'?: number | string | undefined
  /** Maximum height, in units; lines below are truncated. */
  height?: number | string | undefined
  /** Shows the whole text, whatever limits its lines. */
  open?: boolean | undefined
  /** The least and the largest size, in units: the text is as large as it goes into its box. */
  fit?: { readonly min: number; readonly max: number } | string | undefined
  /** Properties that override those of its style; as an attribute, JSON. */
  overrides?: Overrides | string | undefined
  /** The text shown in place of truncated text. */
  ellipsis?: string | undefined
  /** Alignment of lines. Default: that of the style. */
  align?: Align | undefined
  /** The same, where it has more than one line. */
  'align-wrapped'?: Align | undefined
  /** The way it is painted. */
  paint?: 'text' | 'svg' | 'canvas' | undefined
  /** Text of the tooltip, or `none`. Default: the whole text, if it was truncated. */
  tooltip?: string | undefined
  /** Called when an action of it is taken. */
  'ontext-action'?: ((event: CustomEvent<TextAction>) => void) | undefined
  /** Called when it was set. */
  'ontext-layout'?: ((event: CustomEvent<{ readonly layout: Layout }>) => void) | undefined
}

/** Attributes of `<dot-line-row>` in a framework. */
export interface RowAttributes {
  /** Set by the element while it is a column. */
  stacked?: boolean | undefined
}

/** The elements of a page and their attributes, for the JSX of a framework. */
export interface TextElements {
  /** A text. */
  'dot-line': TextAttributes
  /** A row of texts. */
  'dot-line-row': RowAttributes
}

// The name of an element determines its type on a page.
declare global {
  interface HTMLElementTagNameMap {
    'dot-line': DotLineElement
    'dot-line-row': DotLineRowElement
  }
  interface HTMLElementEventMap {
    'text-action': CustomEvent<TextAction>
    'text-layout': CustomEvent<{ readonly layout: Layout }>
  }
}
