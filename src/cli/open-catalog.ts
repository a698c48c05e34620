import { basename } from 'node:path'
import { type Catalog, readCatalog } from 'dot-line'
import { readText } from './read-file.ts'

/** A catalog of a file in JSON; its language is stated, or in the file's name: `strings.ar.json`. */
export function openCatalog(
  file: string,
  stated: string | undefined,
  problems: 'throw' | 'collect' = 'throw',
): Catalog {
  const inName = /\.([a-z]{2,3}(?:-[A-Za-z0-9]{2,8})*)\.json$/.exec(basename(file))?.[1]
  const language = stated ?? inName
  return readCatalog(readText(file, 'catalog'), {
    source: file,
    problems,
    ...(language !== undefined && { language }),
  })
}
