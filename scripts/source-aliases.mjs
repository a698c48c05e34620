// `dot-line` and its entries as their sources, for tools that run on those: read from the exports
// of package.json, so that there is one list.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const root = new URL('../', import.meta.url)
const { exports } = JSON.parse(readFileSync(new URL('package.json', root), 'utf8'))

/** Aliases for Vite. `condition` is `node` or `default`. */
export const sourceAliases = condition =>
  aliases(condition, built => built.replace('./dist/', 'src/').replace(/\.js$/, '.ts'))

/** Aliases of the files that are published, which must be built. */
export const builtAliases = condition => aliases(condition, built => built)

function aliases(condition, fileOf) {
  const modules = Object.entries(exports).filter(([, targets]) => typeof targets === 'object')
  return modules.map(([entry, targets]) => {
    const file = fileOf(targets[condition] ?? targets.default)
    // A pattern stands for each of its files (Node, subpath patterns).
    const name = entry.replace('.', 'dot-line').replaceAll('.', '\\.').replace('*', '([\\w-]+)')
    const replacement = fileURLToPath(new URL(file.replace('*', '$1'), root))
    return { find: new RegExp(`^${name}$`), replacement }
  })
}
