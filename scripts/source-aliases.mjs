// `dot-line` and its entries as their sources, for tools that run on those: read from the exports
// of package.json, so that there is one list.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const root = new URL('../', import.meta.url)
const { exports } = JSON.parse(readFileSync(new URL('package.json', root), 'utf8'))

/** Aliases for Vite. `condition` is `node` or `default`. */
export function sourceAliases(condition) {
  const modules = Object.entries(exports).filter(([, targets]) => typeof targets === 'object')
  return modules.map(([entry, targets]) => {
    const built = targets[condition] ?? targets.default
    const source = built.replace('./dist/', 'src/').replace(/\.js$/, '.ts')
    const name = entry.replace('.', 'dot-line').replaceAll('.', '\\.')
    return { find: new RegExp(`^${name}$`), replacement: fileURLToPath(new URL(source, root)) }
  })
}
