import type {
  Align,
  Catalog,
  Face,
  Fonts,
  Hyphenation,
  ReaderSettings,
  RichText,
  Sheet,
  Values,
} from '../core.ts'
import {
  aCatalog,
  aFunction,
  anObject,
  anything,
  aString,
  checkOptions,
  type Fields,
  oneOf,
} from '../problem/index.ts'

/** Everything that sets a text on a server. */
export interface ServerProvision {
  /** The sheet with the styles. */
  readonly sheet: Sheet
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** Catalog for keys. */
  readonly catalog?: Catalog
  /** Hyphenation patterns. */
  readonly hyphenation?: Hyphenation
  /** The reader's preferences. */
  readonly reader?: ReaderSettings
  /** Address of a face's font file. Without it, the stylesheet holds the file. */
  readonly fontUrl?: (face: Face) => string
  /**
   * Display of text until its fonts have come (CSS Fonts 4, section 4.9): `block` hides it for a
   * moment; `swap` shows it in a face of the reader's system that takes as much room. Default: `block`.
   */
  readonly fontDisplay?: 'block' | 'swap'
  /** Nonce of a content security policy, for stylesheets in the page. */
  readonly nonce?: string
}

/** A text, as the attributes of its element say it. */
export interface ServerText {
  /** The name of its style. */
  readonly textStyle?: string
  /** Its markup, unless the text comes from the catalog. */
  readonly markup?: string
  /** A key of the catalog. */
  readonly message?: string
  /** Values for the placeholders, by name. */
  readonly values?: Values
  /** Rich text in place of markup. The page has to set it as a property as well. */
  readonly rich?: RichText
  /** Alignment of lines. Default: that of the style. */
  readonly align?: Align
  /** Maximum number of lines; more are truncated. */
  readonly maxLines?: number
  /** BCP 47 tag of the language that the page has there. */
  readonly language?: string
  /** Direction that the page has there. */
  readonly direction?: 'ltr' | 'rtl'
  /**
   * Width that its lines are broken for till the page knows its own, in units. Most texts need none: the
   * page breaks their lines. Default: 320.
   */
  readonly width?: number
}

const provisionFields: Fields<ServerProvision> = {
  sheet: anObject,
  fonts: anObject,
  catalog: aCatalog,
  hyphenation: anObject,
  reader: anObject,
  fontUrl: aFunction,
  fontDisplay: oneOf('block', 'swap'),
  nonce: aString,
}

const textFields: Fields<ServerText> = {
  textStyle: aString,
  markup: aString,
  message: aString,
  values: anObject,
  rich: anything,
  align: aString,
  maxLines: anything,
  language: aString,
  direction: aString,
  width: anything,
}

export const checkServerProvision = (name: string, provision: ServerProvision) =>
  checkOptions(name, provision, provisionFields)

export const checkServerText = (name: string, text: ServerText) =>
  checkOptions(`the text of ${name}`, text, textFields)
