import {
  entryFor,
  type FontSource,
  fontsIn,
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
  /**
   * More fonts: TrueType, OpenType, collections, WOFF and WOFF2, as bytes, as a path (Node; a
   * folder for all fonts in it) or as a URL.
   */
  readonly fonts?: readonly FontSource[]
  /** Short names for families: `{ heading: 'Literata' }`. */
  readonly names?: Readonly<Record<string, string>>
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
  /** The font files a source stands for: those of a folder, or itself. */
  files(source: string | URL): Promise<readonly (string | URL)[]>
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
    Promise.all((options.fonts ?? []).map(font => readEntries(supply, font))),
  ])
  const builtIn = wanted.map(face => builtInEntry(face, () => bytesOf(face.url)))
  const subsetter = () => {
    const module = subsetterModule ?? supply.compileNow(subsetterUrl)
    if (module) return startSubsetter(module)
    return fail('no-subsetter', 'this shelf was opened without what embeds fonts', {
      hint: 'openShelf({ embedding: true })',
    })
  }
  return shelfOf({
    entries: [...added.flat(), ...builtIn],
    engines: { engine: startEngine(engineModule), subsetter },
    names: options.names ?? {},
    read: font => readEntries(supply, font),
  })
}

/** The faces in a font: one, those of a collection, or of every font in a folder. */
async function readEntries(supply: Supply, source: FontSource): Promise<ShelfEntry[]> {
  if (source instanceof Uint8Array) return entriesIn(source, 'font given as bytes')
  const files = await supply.files(source)
  const found = await Promise.all(
    files.map(async file => entriesIn(await supply.read(file), String(file))),
  )
  return found.flat()
}

async function entriesIn(bytes: Uint8Array, name: string): Promise<ShelfEntry[]> {
  return (await fontsIn(bytes, name)).map(font => entryFor(font, name))
}

function builtInEntry(face: BuiltInFace, bytes: () => Uint8Array): ShelfEntry {
  const { family, weight, slant, url } = face
  return {
    family,
    weight,
    slant,
    name: url.pathname.split('/').at(-1) ?? family,
    font: () => ({ bytes: bytes(), index: 0 }),
  }
}
