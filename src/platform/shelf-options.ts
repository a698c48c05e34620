import type { FontSource, Url } from '../fonts/index.ts'

/** The generic families that work everywhere. */
export type GenericFamily = 'sans' | 'serif' | 'mono'

export interface ShelfOptions {
  /** Which built-in families to have at hand; all of them where it is not given. */
  readonly builtIn?: readonly GenericFamily[]
  /**
   * More fonts: TrueType, OpenType, collections, WOFF and WOFF2, as bytes, as a path (Node; a
   * folder for all fonts in it) or as a URL.
   */
  readonly fonts?: readonly FontSource[]
  /** Also those in the font folders of the operating system (Node); what is broken is left out. */
  readonly system?: boolean
  /** Short names for families: `{ heading: 'Lantern Serif' }`. */
  readonly aliases?: Readonly<Record<string, string>>
  /**
   * Whether documents with embedded fonts will be written. Browsers then fetch a second WASM
   * module of 0.7 MB when the shelf opens; Node reads it when it is first used, and needs no telling.
   */
  readonly embedding?: boolean
  /**
   * Where the folder `assets` of the package is served from, for bundlers that do not find what
   * `new URL(…, import.meta.url)` names: an address, or a path in Node.
   */
  readonly assets?: string | Url
}
