import type { Component, Snippet } from 'svelte'
import type { TextProps } from '../components/index.ts'
import type { Sheet } from '../core.ts'
import text from './Text.svelte'

/** Properties of `Text`: those of the element `<dot-line>`, and usual ones of elements. */
export interface SvelteTextProps<S extends string = string> extends TextProps<S> {
  /** Its class. */
  readonly class?: string
  /** Declarations of its own. */
  readonly style?: string
  /** BCP 47 tag of its language. */
  readonly lang?: string
  /** Its direction. */
  readonly dir?: 'ltr' | 'rtl'
  /** Its id. */
  readonly id?: string
  /** Content in place of markup. */
  readonly children?: Snippet
}

/** `Text`, with the style names of a sheet. */
export type SvelteText<S extends string = string> = Component<SvelteTextProps<S>>

/**
 * A text of a page in Svelte 5: `<dot-line>` with properties that are checked. On a server it is the element
 * alone; `renderPage` of `dot-line/server` puts the text into it.
 *
 * @example
 * mount(Text, { target, props: { textStyle: 'body', markup: 'Boats are ~strong[late]' } })
 * @see `textFor`, `renderPage`
 */
export const Text: SvelteText = text

/**
 * `Text` with the style names of a sheet: others are compile errors.
 *
 * @param _sheet The sheet that the texts are provided with.
 * @returns `Text`, typed by it.
 * @example
 * const BoatText = textFor(sheet)
 */
export function textFor<S extends string>(_sheet: Sheet<S, string, string>): SvelteText<S> {
  return text
}
