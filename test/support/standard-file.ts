import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'

/** A file of a standard, as it was published. */
export function standardText(path: string): string {
  const file = new URL(`../fixtures/${path}.gz`, import.meta.url)
  return gunzipSync(readFileSync(file)).toString('utf8')
}

/** The lines of a test file of the Unicode Character Database 15.0.0, without comments. */
export function standardLines(name: string): string[] {
  return standardText(`unicode-15.0.0/${name}`)
    .split('\n')
    .map(line => line.split('#')[0].trim())
    .filter(line => line !== '')
}
