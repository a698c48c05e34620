import {
  entryFromBytes,
  type Shelf,
  type ShelfEntry,
  shelfOf,
  startEngine,
  startSubsetter,
} from '../fonts/index.ts'
import { fail } from '../problem/index.ts'
import {
  type BuiltInFace,
  builtInFaces,
  engineUrl,
  type GenericFamily,
  subsetterUrl,
} from './built-in.ts'

export interface ShelfOptions {
  /** Which built-in families to have at hand; all of them where it is not given. */
  readonly families?: readonly GenericFamily[]
  /** More fonts: TrueType or OpenType, as bytes, as a path (Node) or as a URL. */
  readonly fonts?: readonly (string | URL | Uint8Array)[]
  /**
   * Whether documents with embedded fonts will be written. Browsers then fetch a second WASM
   * module of 0.7 MB when the shelf opens; Node reads it when it is first used, and needs no telling.
   */
  readonly embedding?: boolean
}

/** How bytes arrive: all that differs between Node and browsers. */
export interface Supply {
  /** Reads what a caller names: a path or a URL. */
  read(source: string | URL): Promise<Uint8Array>
  /** Files of the package itself, made ready so that `bytes` can be called at any time after. */
  prepare(urls: readonly URL[]): Promise<(url: URL) => Uint8Array>
  /** Compiled WASM, kept between shelves. */
  compile(url: URL): Promise<WebAssembly.Module>
  /** As `compile`, at once; undefined where the platform cannot. */
  compileNow(url: URL): WebAssembly.Module | undefined
}

export async function openShelfFrom(supply: Supply, options: ShelfOptions): Promise<Shelf> {
  const wanted = builtInFaces.filter(face => options.families?.includes(face.family) ?? true)
  const [engineModule, subsetterModule, bytesOf, added] = await Promise.all([
    supply.compile(engineUrl),
    options.embedding ? supply.compile(subsetterUrl) : undefined,
    supply.prepare(wanted.map(face => face.url)),
    Promise.all((options.fonts ?? []).map(font => readEntry(supply, font))),
  ])
  const builtIn = wanted.map(face => builtInEntry(face, () => bytesOf(face.url)))
  return shelfOf([...added, ...builtIn], {
    engine: startEngine(engineModule),
    subsetter() {
      const module = subsetterModule ?? supply.compileNow(subsetterUrl)
      if (module) return startSubsetter(module)
      return fail('no-subsetter', 'this shelf was opened without what embeds fonts', {
        hint: 'openShelf({ embedding: true })',
      })
    },
  })
}

async function readEntry(supply: Supply, font: string | URL | Uint8Array): Promise<ShelfEntry> {
  if (font instanceof Uint8Array) return entryFromBytes(font, 'font given as bytes')
  return entryFromBytes(await supply.read(font), String(font))
}

function builtInEntry(face: BuiltInFace, bytes: () => Uint8Array): ShelfEntry {
  const { family, weight, slant, url } = face
  return { family, weight, slant, name: url.pathname.split('/').at(-1) ?? family, bytes }
}
