import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'

/** The lines of a test file of the Unicode Character Database 15.0.0, without comments. */
export function standardLines(name: string): string[] {
  const file = new URL(`../fixtures/unicode-15.0.0/${name}.gz`, import.meta.url)
  return gunzipSync(readFileSync(file))
    .toString('utf8')
    .split('\n')
    .map(line => line.split('#')[0].trim())
    .filter(line => line !== '')
}
