import { basename } from 'node:path'
import { type Catalog, type CatalogOptions, readCatalog } from 'dot-line'
import { messageFormat } from 'dot-line/messages'
import { CommandError } from './command-error.ts'
import { readText } from './read-file.ts'

/** A catalog of a file: JSON in markup, JSON in MessageFormat 2 (`.mf2.json`), or XLIFF 2 (`.xlf`). */
export async function openCatalog(
  file: string,
  stated: string | undefined,
  problems: 'throw' | 'collect' = 'throw',
): Promise<Catalog> {
  const text = readText(file, 'catalog')
  if (!isXliff(file)) return catalogOf(text, file, stated, problems)
  // Loaded only where there is such a file.
  const { readXliff } = await import('dot-line/xliff')
  return readXliff(text, { source: file, problems }).target
}

export const isXliff = (file: string) => /\.(xlf|xliff)$/i.test(file)

/** A catalog in JSON; its language is stated, or in the file's name: `strings.ar.json`, `strings.ar.mf2.json`. */
export function catalogOf(
  json: string,
  source: string,
  stated: string | undefined,
  problems: 'throw' | 'collect',
  more: Pick<CatalogOptions, 'styles' | 'original'> = {},
): Catalog {
  const { language = stated, isMessages } = catalogName(source)
  return readCatalog(json, {
    source,
    problems,
    ...(language !== undefined && { language: stated ?? language }),
    ...(isMessages && { syntax: messageFormat }),
    ...more,
  })
}

/** The information about a catalog that its file name holds. */
export function catalogName(file: string): {
  readonly language?: string
  readonly isMessages: boolean
} {
  const name = /(?:\.([a-z]{2,3}(?:-[A-Za-z0-9]{2,8})*))?(\.mf2)?\.json$/.exec(basename(file))
  return {
    ...(name?.[1] !== undefined && { language: name[1] }),
    isMessages: name?.[2] !== undefined,
  }
}

/** Throws where the language of a catalog is not known. */
export function knownLanguage(catalog: Catalog, file: string): string {
  if (catalog.language !== undefined) return catalog.language
  throw new CommandError(`the language of ${file} is not known`, 'name it such as strings.el.json')
}
