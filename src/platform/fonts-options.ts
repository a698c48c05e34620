import type { FontSource, Slant, Url } from '../fonts/index.ts'

/** The generic families that work everywhere. */
export type GenericFamily = 'sans' | 'serif' | 'mono'

/** One built-in face. */
export interface BuiltInChoice {
  /** The built-in family. */
  readonly family: GenericFamily
  /** 400 (the default) or 700. */
  readonly weight?: number
  /** `normal` without it. */
  readonly slant?: 'normal' | 'italic'
}

/** A font with what it is like, so that it need not be read before it is used. */
export interface DescribedFont {
  /** Where it comes from. */
  readonly source: FontSource
  /** What styles call it. */
  readonly family: string
  /** 1 to 1000, 400 without it; of a variable font the least and the most. */
  readonly weight?: number | readonly [least: number, most: number]
  /** `normal` without it. */
  readonly slant?: Slant
}

/** What `openFonts` takes. */
export interface FontsOptions {
  /** Which built-in families and faces to have at hand; all of them where it is not given. */
  readonly builtIn?: readonly (GenericFamily | BuiltInChoice)[]
  /**
   * More fonts: TrueType, OpenType, collections, WOFF and WOFF2, as bytes, as a path (Node; a
   * folder for all fonts in it) or as a URL. With what they are like they can be loaded when used.
   */
  readonly files?: readonly (FontSource | DescribedFont)[]
  /**
   * When faces are fetched: all before the fonts are open (`eager`, the default), or each when text
   * first wants it (`lazy`). Then the first built-in face is there from the start, and stands
   * in with the problem `pending-face`; `fonts.onChange()` tells when text is to be set again.
   */
  readonly loading?: 'eager' | 'lazy'
  /** Also those in the font folders of the operating system (Node); what is broken is left out. */
  readonly system?: boolean
  /** Short names for families: `{ heading: 'Lantern Serif' }`. */
  readonly aliases?: Readonly<Record<string, string>>
  /**
   * Whether documents with embedded fonts will be written. Browsers then fetch a second WASM
   * module of 0.7 MB when the fonts open; Node reads it when it is first used, and needs no telling.
   */
  readonly embedding?: boolean
  /**
   * Where the folder `assets` of the package is served from, for bundlers that do not find what
   * `new URL(…, import.meta.url)` names: an address, or a path in Node.
   */
  readonly assets?: string | Url
}
