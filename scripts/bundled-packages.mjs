// What of other packages goes into the files that are published, and what stays a package of its own.
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/** Packages that are loaded only where they are needed, or by the command alone. */
export const external = [
  '@resvg/resvg-js',
  'hyphen/*',
  'commander',
  'picocolors',
  'fflate',
  'manifold-3d',
  'react',
  'vue',
  'svelte',
]

/** Throws where a package was taken in whose license is not in `licenses`. */
export function checkLicenses(paths) {
  const names = paths.map(path => /.*node_modules\/((?:@[^/]+\/)?[^/]+)\//.exec(path)?.[1])
  for (const name of new Set(names.filter(Boolean))) {
    const file = new URL(`../licenses/${name.replaceAll('/', '-')}.txt`, import.meta.url)
    if (!existsSync(file)) throw new Error(`${fileURLToPath(file)} is missing: ${name} is taken in`)
  }
}
