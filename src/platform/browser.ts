import { type Picture, readPicture } from '../drawing/index.ts'
import { type Fonts, fileOf, type Url } from '../fonts/index.ts'
import { checkArgument, fail } from '../problem/index.ts'
import type { FontsOptions } from './fonts-options.ts'
import { aSource } from './loading.ts'
import { openFontsFrom, type Supply } from './open-fonts.ts'

const modules = new Map<string, Promise<WebAssembly.Module>>()

const supply: Supply = {
  read: async source => fileOf(await fetchBytes(source)),
  systemFiles: async () =>
    fail('unavailable-system-fonts', 'a web page cannot read the fonts of the operating system', {
      hint: 'give fonts by URL',
    }),
  files: async source => [source],
  async prepare(urls) {
    const fetched = await Promise.all(urls.map(url => fetchBytes(url)))
    const bytes = new Map(urls.map((url, i) => [url.href, fetched[i]]))
    return url => bytes.get(url.href) ?? fail('unreadable-font', `${url.href} was not fetched`)
  },
  asset: (folder, file) =>
    new URL(`${String(folder).replace(/\/$/, '')}/${file}`, document.baseURI),
  compile(url) {
    let module = modules.get(url.href)
    if (!module) {
      module = fetchBytes(url).then(bytes => WebAssembly.compile(bytes))
      // A failed fetch must not be what everything later is given.
      module.catch(() => modules.delete(url.href))
      modules.set(url.href, module)
    }
    return module
  },
  subsetterNow: () => undefined,
}

/**
 * Opens a PNG or JPEG image from a URL or from bytes, and makes it ready for canvases. Throws a
 * `DotLineError`: `unreadable-image`, `bad-image`.
 */
export async function openImage(source: string | Url | Uint8Array): Promise<Picture> {
  checkArgument('openImage', 'source', source, aSource)
  // The caller's own bytes may change later.
  const bytes =
    source instanceof Uint8Array
      ? new Uint8Array(source)
      : await fetchBytes(source, 'unreadable-image')
  const picture = readPicture(bytes, source instanceof Uint8Array ? undefined : String(source))
  const bitmap = await createImageBitmap(new Blob([new Uint8Array(picture.bytes)])).catch(
    (error: unknown) =>
      fail('bad-image', `the browser cannot read the image ${source}`, { hint: String(error) }),
  )
  return { ...picture, bitmap }
}

async function fetchBytes(
  source: string | URL,
  code = 'unreadable-font',
): Promise<Uint8Array<ArrayBuffer>> {
  const failed = (error: unknown) => fail(code, `cannot fetch ${source}`, { hint: String(error) })
  const response = await fetch(source).catch(failed)
  if (!response.ok) {
    fail(code, `cannot fetch ${source}`, {
      hint: `the server responded with ${response.status}; a bundler copies the files of faces that are imported: import { sans } from 'dot-line/fonts/sans', openFonts({ builtIn: sans }); or openFonts({ assets }) says where they are`,
    })
  }
  // A connection may end in the middle of a file.
  return new Uint8Array(await response.arrayBuffer().catch(failed))
}

/**
 * Fetches the built-in fonts and those that are named, and opens them. After it, everything is
 * synchronous. Throws a `DotLineError`: `unreadable-font`, `bad-font`.
 */
export function openFonts(options: FontsOptions = {}): Promise<Fonts> {
  return openFontsFrom(supply, options)
}
