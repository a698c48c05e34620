import type { Align, Layout, RichText, Values } from '../core.ts'
import type { TextAction } from './links.ts'
import type { DotLineElement } from './text-element.ts'
import type { DotLineRowElement } from './text-row.ts'

/** Attributes and properties of `<dot-line>` in a framework. */
export interface TextAttributes {
  /** The name of a style of the sheet. */
  'text-style'?: string | undefined
  /** Its markup. */
  markup?: string | undefined
  /** A key of the catalog, in place of markup. */
  message?: string | undefined
  /** Values for its placeholders; as an attribute, JSON. */
  values?: Values | string | undefined
  /** Rich text, in place of markup: a property. */
  rich?: RichText | undefined
  /** Maximum number of lines; more are truncated. */
  'max-lines'?: number | string | undefined
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
