import { readFileSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import { homedir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { type Picture, readPicture } from '../../drawing/index.ts'
import { type Fonts, startSubsetter, type Url } from '../../fonts/index.ts'
import { checkArgument, DotLineError, fail } from '../../problem/index.ts'
import type { FontsOptions } from '../fonts-options.ts'
import { aSource } from '../loading.ts'
import { openFontsFrom, type Supply } from '../open-fonts.ts'
import { openFontFile } from './font-file.ts'
import { fontsInFolder } from './font-folder.ts'
import { reason } from './reason.ts'
import { systemFontFolders } from './system-fonts.ts'

const modules = new Map<string, WebAssembly.Module>()

const supply: Supply = {
  read: async source => openFontFile(source),
  async systemFiles() {
    const folders = systemFontFolders(process.platform, process.env, homedir())
    const contents = await Promise.all(
      folders.map(async folder => ((await isFolder(folder)) ? fontsInFolder(folder) : [])),
    )
    return contents.flat()
  },
  async files(source) {
    if (!(await isFolder(source))) return [source]
    const folder = source instanceof URL ? fileURLToPath(source) : source
    const files = await fontsInFolder(folder)
    if (files.length === 0) fail('unreadable-font', `there are no fonts in the folder ${folder}`)
    return files
  },
  prepare: async () => assetBytes,
  asset: (folder, file) =>
    pathToFileURL(join(folder instanceof URL ? fileURLToPath(folder) : folder, file)),
  compile: async url => compileNow(url),
  subsetterNow: url => startSubsetter(compileNow(url)),
}

/** A file of the package; a bundler may have left it behind. */
function assetBytes(url: URL): Uint8Array<ArrayBuffer> {
  try {
    return readFileSync(fileURLToPath(url))
  } catch (error) {
    return fail('missing-asset', `cannot read ${url.pathname}, a file of this package`, {
      hint: `${reason(error)}; openFonts({ assets }) says where its folder assets is`,
    })
  }
}

function isFolder(path: string | URL): Promise<boolean> {
  return stat(path).then(
    found => found.isDirectory(),
    () => false,
  )
}

/**
 * Opens a PNG or JPEG image from a path or from bytes. Throws a `DotLineError`:
 * `unreadable-image`, `bad-image`.
 */
export async function openImage(source: string | Url | Uint8Array): Promise<Picture> {
  checkArgument('openImage', 'source', source, aSource)
  // The caller's own bytes may change later; those of a Buffer would be shared by slice().
  if (source instanceof Uint8Array) return readPicture(new Uint8Array(source))
  try {
    return readPicture(await readFile(source), String(source))
  } catch (error) {
    if (error instanceof DotLineError) throw error
    return fail('unreadable-image', `cannot read the image ${source}`, { hint: reason(error) })
  }
}

function compileNow(url: URL): WebAssembly.Module {
  let module = modules.get(url.href)
  if (!module) {
    module = new WebAssembly.Module(assetBytes(url))
    modules.set(url.href, module)
  }
  return module
}

/**
 * Opens the built-in fonts and those that are named. After it, everything is synchronous.
 * Throws a `DotLineError`: `unreadable-font`, `bad-font`.
 */
export function openFonts(options: FontsOptions = {}): Promise<Fonts> {
  return openFontsFrom(supply, options)
}
