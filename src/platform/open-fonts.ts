import { append } from '../blocks/index.ts'
import {
  type ContainedFont,
  entryFor,
  type FontEntry,
  type FontFile,
  type FontSource,
  type Fonts,
  fileOf,
  fontOf,
  fontsIn,
  fontsOf,
  type LaterFace,
  laterSubsetter,
  type ReadFonts,
  readUnicodeRanges,
  type Subsetter,
  startEngine,
} from '../fonts/index.ts'
import {
  aBoolean,
  aString,
  checkArgument,
  checkOptions,
  DotLineError,
  either,
  fail,
  listOf,
  mapOf,
  oneOf,
  type Problem,
} from '../problem/index.ts'
import {
  assetOfFace,
  chosenFaces,
  engineAsset,
  engineUrl,
  families,
  subsetterAsset,
  usualSubsetterUrl,
} from './built-in.ts'
import type { BuiltInFace, DescribedFont, FontsOptions } from './fonts-options.ts'
import {
  aBuiltInChoice,
  aDescribedFont,
  aSource,
  aUrl,
  checkDescriptions,
  isDescribed,
  loading,
  traitsOf,
} from './loading.ts'

/** The supply of bytes: the only difference between Node and browsers. */
export interface Supply {
  /** Reads what a caller names: a path or a URL. */
  read(source: string | URL): Promise<FontFile>
  /** The font files of the operating system. */
  systemFiles(): Promise<readonly string[]>
  /** The font files a source stands for: those of a folder, or itself. */
  files(source: string | URL): Promise<readonly (string | URL)[]>
  /** Files of the package itself, made ready so that `bytes` can be called at any time after. */
  prepare(urls: readonly URL[]): Promise<(url: URL) => Uint8Array>
  /** A file of the package, as `fonts/….ttf`, in a folder of assets that is named. */
  asset(folder: string | URL, file: string): URL
  /** Compiled WASM, kept between fonts. */
  compile(url: URL): Promise<WebAssembly.Module>
  /** The subsetter, synchronously; undefined if the platform has none. */
  subsetterNow(url: URL): Subsetter | undefined
}

export async function openFontsFrom(supply: Supply, options: FontsOptions): Promise<Fonts> {
  checkOptions('openFonts', options, {
    builtIn: listOf(either(oneOf(...families), aBuiltInChoice)),
    files: listOf(either(aSource, aDescribedFont)),
    loading: oneOf('eager', 'lazy'),
    system: aBoolean,
    aliases: mapOf(aString),
    embedding: either(aBoolean, aUrl),
    assets: either(aString, aUrl),
  })
  checkDescriptions(options)
  const { assets } = options
  const at = (url: URL, file: string) => (assets === undefined ? url : supply.asset(assets, file))
  const chosen = chosenFaces(options.builtIn ?? families).map(face => ({
    ...face,
    url: at(face.url, assetOfFace(face)),
  }))
  const { embedding: given } = options
  const subsetterAt = at(given instanceof URL ? given : usualSubsetterUrl, subsetterAsset)
  const { now, later } = loading(chosen, options.files ?? [], options.loading ?? 'eager')
  const [engineModule, embedding, bytesOf, added, system] = await Promise.all([
    compiled(supply, at(engineUrl, engineAsset)),
    options.embedding ? compiled(supply, subsetterAt).then(laterSubsetter) : undefined,
    supply.prepare(now.faces.map(face => face.url)),
    Promise.all(now.fonts.map(font => readFont(supply, font))),
    options.system ? systemEntries(supply) : { entries: [], problems: [] },
  ])
  const builtIn = now.faces.map(face => builtInEntry(face, () => bytesOf(face.url)))
  let started = embedding
  const subsetter = () => {
    started ??= supply.subsetterNow(subsetterAt)
    if (started) return started
    return fail(
      'unavailable-subsetter',
      'this fonts were opened without support for embedding fonts',
      {
        hint: 'openFonts({ embedding: true })',
      },
    )
  }
  return fontsOf({
    entries: [...added.flatMap(one => one.entries), ...builtIn, ...system.entries],
    later: [
      ...later.fonts.map(font => laterFont(supply, font)),
      ...later.faces.map(face => laterBuiltIn(supply, face)),
    ],
    engines: { engine: startEngine(engineModule), subsetter, embeds: embedding !== undefined },
    names: options.aliases ?? {},
    async read(font) {
      checkArgument('add', 'a font', font, aSource)
      return readEntries(supply, font)
    },
    problems: [...added.flatMap(one => one.problems), ...system.problems],
  })
}

/** Pages may forbid WebAssembly by their policy, and some platforms have none. */
async function compiled(supply: Supply, url: URL): Promise<WebAssembly.Module> {
  const hint =
    "a content security policy needs script-src 'wasm-unsafe-eval'; no other evaluation is needed"
  if (typeof WebAssembly === 'undefined') {
    return fail('unavailable-webassembly', 'WebAssembly is not available; it shapes text', {
      hint,
    })
  }
  try {
    return await supply.compile(url)
  } catch (error) {
    if (error instanceof DotLineError) throw error
    const why = error instanceof Error ? error.message.split('\n')[0] : String(error)
    return fail(
      'unavailable-webassembly',
      `WebAssembly, which shapes text, does not run here: ${why}`,
      {
        hint,
      },
    )
  }
}

/**
 * The faces in a font: one, those of a collection, or of every font in a folder. A folder may hold
 * a file that is broken: it is reported, and the rest opens; where all are, it is thrown.
 */
async function readEntries(supply: Supply, source: FontSource): Promise<ReadFonts> {
  if (source instanceof Uint8Array) {
    return { entries: await entriesIn(fileOf(source), nameOfFont(source)), problems: [] }
  }
  const files = await supply.files(source)
  const isFile = files.length === 1 && files[0] === source
  if (isFile) {
    return { entries: await entriesIn(await supply.read(source), String(source)), problems: [] }
  }
  const entries = await readableEntries(supply, files)
  if (entries.entries.length === 0 && entries.problems.length > 0) {
    throw new DotLineError(entries.problems[0], entries.problems)
  }
  return entries
}

/** A font that is described is one file, and what was said of it goes before what it says. */
async function readFont(supply: Supply, font: FontSource | DescribedFont): Promise<ReadFonts> {
  return isDescribed(font)
    ? { entries: [await describedEntry(supply, font)], problems: [] }
    : readEntries(supply, font)
}

async function describedEntry(supply: Supply, font: DescribedFont): Promise<FontEntry> {
  const { source } = font
  const isBytes = source instanceof Uint8Array
  const file = isBytes ? fileOf(source) : await supply.read(source)
  const name = nameOfFont(source)
  const [contained] = await fontsIn(file, name)
  return entryFor(contained, name, traitsOf(font))
}

const laterFont = (supply: Supply, font: DescribedFont): LaterFace => ({
  ...traitsOf(font),
  name: nameOfFont(font.source),
  fetch: () => describedEntry(supply, font),
  ranges: font.ranges === undefined ? undefined : readUnicodeRanges(font.ranges),
  isSpare: true,
})

const nameOfFont = (source: FontSource) =>
  source instanceof Uint8Array ? 'font given as bytes' : String(source)

const laterBuiltIn = (supply: Supply, face: BuiltInFace): LaterFace => ({
  ...builtInTraits(face),
  // All have the letters of the first, which is here.
  isSpare: false,
  async fetch() {
    const bytesOf = await supply.prepare([face.url])
    return builtInEntry(face, () => bytesOf(face.url))
  },
})

/** Nobody chose the fonts of a system one by one: what cannot be read of them is reported, and left out. */
const systemEntries = async (supply: Supply) => readableEntries(supply, await supply.systemFiles())

async function readableEntries(
  supply: Supply,
  files: readonly (string | URL)[],
): Promise<ReadFonts> {
  const entries: FontEntry[] = []
  const problems: Problem[] = []
  for (const file of files) {
    try {
      append(entries, await entriesIn(await supply.read(file), String(file)))
    } catch (error) {
      if (!(error instanceof DotLineError)) throw error
      append(
        problems,
        error.problems.map(p => ({ ...p, severity: 'warning' }) as const),
      )
    }
  }
  return { entries, problems }
}

async function entriesIn(file: FontFile, name: string): Promise<FontEntry[]> {
  const fonts = await fontsIn(file, name)
  return Promise.all(fonts.map(font => entryFor(font, name)))
}

const builtInTraits = ({ family, weight, slant, url }: BuiltInFace) => ({
  ...{ family, weight, slant, stretch: 100 },
  name: url.pathname.split('/').at(-1) ?? family,
})

function builtInEntry(face: BuiltInFace, bytes: () => Uint8Array): FontEntry {
  const traits = builtInTraits(face)
  let font: ContainedFont | undefined
  return {
    ...traits,
    font() {
      font ??= fontOf(fileOf(bytes()), traits.name)
      return font
    },
  }
}
