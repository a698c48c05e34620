import type { Align, Layout, RichText, Values } from '../core.ts'
import type { TextAction } from './links.ts'
import type { DotLineElement } from './text-element.ts'
import type { DotLineRowElement } from './text-row.ts'

/** What `<dot-line>` takes where a framework writes it: attributes by their names, and its own properties. */
export interface TextAttributes {
  /** The name of a style of the sheet. */
  'text-style'?: string | undefined
  /** What it says. */
  markup?: string | undefined
  /** A key of the catalog, in place of markup. */
  message?: string | undefined
  /** What fills its placeholders; as an attribute, JSON. */
  values?: Values | string | undefined
  /** Rich text, in place of markup: a property. */
  rich?: RichText | undefined
  /** How many lines there may be; what is beyond is cut. */
  'max-lines'?: number | string | undefined
  /** How lines stand in its box, in place of what its style says. */
  align?: Align | undefined
  /** The same, where it has more than one line. */
  'align-wrapped'?: Align | undefined
  /** As what it is seen. */
  paint?: 'text' | 'svg' | 'canvas' | undefined
  /** Words for the tooltip, `none` for none; all of the text where it was cut, without it. */
  tooltip?: string | undefined
  /** Called when an action of it is taken. */
  'ontext-action'?: ((event: CustomEvent<TextAction>) => void) | undefined
  /** Called when it was set. */
  'ontext-layout'?: ((event: CustomEvent<{ readonly layout: Layout }>) => void) | undefined
}

// What a page is asked for by name is what it is.
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
