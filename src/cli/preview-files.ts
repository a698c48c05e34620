import { readdirSync, statSync, watch } from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import type { Fonts, Values } from 'dot-line'
import { proofPage, readPlaces } from 'dot-line/check'
import { type CheckedTexts, openChecked } from './check-input.ts'
import { CommandError, systemReason } from './command-error.ts'
import { catalogName } from './open-catalog.ts'
import { type FontOptions, fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { readText } from './read-file.ts'

/** The files that were named. */
interface NamedFiles extends CheckedTexts, FontOptions {
  readonly sheet: string
  readonly catalog: readonly string[]
  readonly places?: string
}

/** The files as they are served, read anew for each request. */
export interface PreviewFiles {
  readonly fonts: readonly string[]
  readonly hasProof: boolean
  /** The data that the workbench starts with. */
  served(): object
  /** A page of HTML. Throws what is wrong with the files. */
  proof(): Promise<string>
  /** Calls back when one of them was written. */
  watch(changed: () => void): void
}

export function previewFiles(named: NamedFiles): PreviewFiles {
  const { sheet, catalog, places, font = [] } = named
  const fonts = font.flatMap(fontsIn)
  let opened: Fonts | undefined
  // Missing files are reported now, and not on the page.
  for (const file of [sheet, ...catalog, ...(places === undefined ? [] : [places])]) {
    readText(file, 'file')
  }
  return {
    fonts,
    hasProof: places !== undefined,
    served: () => ({
      sheet: { name: sheet, text: readText(sheet, 'sheet') },
      catalogs: catalog.map(name => ({
        name,
        text: readText(name, 'catalog'),
        ...catalogName(name),
      })),
      values: places === undefined ? {} : valuesOf(places),
      fonts: fonts.map((_, i) => `/fonts/${i}`),
      hasProof: places !== undefined,
    }),
    async proof() {
      // Fonts stay as they are while texts change; those that were not read are read again.
      opened ??= await fontsFor(named)
      return proofOf(named, opened)
    },
    watch(changed) {
      const names = new Set(
        [sheet, ...catalog, ...(places === undefined ? [] : [places])].map(one => resolve(one)),
      )
      // Editors write a neighbor and rename it: what is watched is the folder.
      for (const folder of new Set([...names].map(dirname))) {
        watch(folder, (_, name) => {
          if (name !== null && names.has(join(folder, basename(name)))) changed()
        }).on('error', () => changed())
      }
    },
  }
}

async function proofOf({ places, ...named }: NamedFiles, fonts: Fonts): Promise<string> {
  if (places === undefined) return ''
  const { list, locationOf } = readPlaces(readText(places, 'list of places'), { source: places })
  const { sheet, catalogs } = await openChecked(named)
  const hyphenation = await openHyphenationFor(sheet)
  const { scales } = named
  return proofPage({
    ...{ sheet, fonts, catalogs, places: list, locationOf },
    ...(hyphenation && { hyphenation }),
    ...(scales && { scales }),
  })
}

/** Values that texts are shown with, by their keys: those of the first place that has each. */
function valuesOf(places: string): Readonly<Record<string, Values>> {
  try {
    const { list } = readPlaces(readText(places, 'list of places'), { source: places })
    const texts = list.places.flatMap(({ keys, values = {} }) =>
      [keys].flat().map((key): [string, Values] => [key, values]),
    )
    return Object.fromEntries(texts.reverse())
  } catch {
    // The proof reports it, with its location.
    return {}
  }
}

/** Font files of a path: itself, or those of a folder. */
function fontsIn(path: string): readonly string[] {
  try {
    if (!statSync(path).isDirectory()) return [path]
    return readdirSync(path, { recursive: true, withFileTypes: true })
      .filter(({ name }) => /\.(ttf|otf|ttc|otc|woff2?)$/i.test(name))
      .map(({ parentPath, name }) => join(parentPath, name))
      .sort()
  } catch (error) {
    throw new CommandError(`cannot read the fonts ${path}`, systemReason(error))
  }
}
