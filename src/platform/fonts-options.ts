import type { FontSource, Slant, Url } from '../fonts/index.ts'

/** The generic families that work everywhere. */
export type GenericFamily = 'sans' | 'serif' | 'mono'

/** One built-in face. */
export interface BuiltInChoice {
  /** The built-in family. */
  readonly family: GenericFamily
  /** 400 (the default) or 700. */
  readonly weight?: number
  /** Slant. Default: `normal`. */
  readonly slant?: 'normal' | 'italic'
}

/** A built-in face, with where its file is. */
export interface BuiltInFace {
  /** The built-in family. */
  readonly family: GenericFamily
  /** From 1 to 1000 (OpenType, `usWeightClass`). */
  readonly weight: number
  /** Upright or slanted. */
  readonly slant: 'normal' | 'italic'
  /** Address of its file. */
  readonly url: Url
}

/** A built-in family, a face of it, or a face that `dot-line/fonts/…` has. */
export type BuiltIn = GenericFamily | BuiltInChoice | BuiltInFace

/** A font file with its family, weight and slant, so that it can be loaded later. */
export interface DescribedFont {
  /** The font: a path, a URL or bytes. */
  readonly source: FontSource
  /** The family name that styles use. */
  readonly family: string
  /** 1 to 1000; for a variable font the lowest and highest. Default: 400. */
  readonly weight?: number | readonly [least: number, most: number]
  /** Slant. Default: `normal`. */
  readonly slant?: Slant
  /**
   * The characters of a file that has some of its family, as in CSS: `U+0-FF, U+2000-206F` (CSS
   * Fonts 4, section 4.5). With `loading: 'lazy'` it is fetched for a text with one of them.
   */
  readonly ranges?: string
}

/** Options of `openFonts`. */
export interface FontsOptions {
  /**
   * Built-in families and faces to open. Default: all. In an application that is bundled, faces that it
   * imports: bundlers copy the files of those.
   */
  readonly builtIn?: readonly BuiltIn[]
  /**
   * Font files: TrueType, OpenType, collections, WOFF and WOFF2, as bytes, a path (Node; a folder
   * opens all its fonts) or a URL. Described files can be loaded lazily.
   */
  readonly files?: readonly (FontSource | DescribedFont)[]
  /**
   * When faces are fetched: all at once (`eager`, the default), or when text first needs them
   * (`lazy`). With `lazy`, the first built-in face is used meanwhile, with the problem
   * `pending-face`; `fonts.onChange()` tells you when to set text again.
   */
  readonly loading?: 'eager' | 'lazy'
  /** Also opens the operating system's fonts (Node). Unreadable files are skipped. Default: false. */
  readonly system?: boolean
  /** Short names for families: `{ heading: 'Lantern Serif' }`. */
  readonly aliases?: Readonly<Record<string, string>>
  /**
   * Whether you will write documents with embedded fonts. Browsers then fetch a second WASM module
   * of 0.7 MB when the fonts open; a bundled application imports its address, `subsetterUrl`. Node reads it
   * on demand.
   */
  readonly embedding?: boolean | Url
  /**
   * Where the package's folder `assets` is served from, for bundlers that don't resolve `new URL(…,
   * import.meta.url)`: an address, or a path in Node.
   */
  readonly assets?: string | Url
}
