// The subpaths of the package and their files, as `exports` of package.json has them: a pattern stands for
// each of its files (Node, subpath patterns).
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('../', import.meta.url))

/** Each subpath once, `.` and those below it, with the pattern it is of and its files by their conditions. */
export function packageEntries() {
  const { exports } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  const entries = []
  for (const [path, targets] of Object.entries(exports)) {
    // Assets; and what ends in .js is the same once more.
    if (typeof targets !== 'object' || path.endsWith('.js')) continue
    if (path.includes('*')) {
      const [folder] = targets.default.replace('./dist/', 'src/').split('*')
      const names = readdirSync(join(root, folder)).map(name => name.replace(/\.ts$/, ''))
      for (const name of names) {
        const own = filled(targets, name)
        entries.push({ path: path.replace('*', name), pattern: path, targets: own })
      }
    } else entries.push({ path, pattern: path, targets })
  }
  return entries
}

const filled = (targets, name) =>
  Object.fromEntries(
    Object.entries(targets).map(([condition, file]) => [condition, file.replace('*', name)]),
  )
