// `dot-line` and its entries as their sources, for tools that run on those: read from the exports
// of package.json, so that there is one list.
import { fileURLToPath } from 'node:url'
import { packageEntries } from './package-entries.mjs'

const root = new URL('../', import.meta.url)

/** Aliases for Vite. `condition` is `node` or `default`. */
export const sourceAliases = condition =>
  aliases(condition, built => built.replace('./dist/', 'src/').replace(/\.js$/, '.ts'))

/** Aliases of the files that are published, which must be built. */
export const builtAliases = condition => aliases(condition, built => built)

function aliases(condition, fileOf) {
  return packageEntries().map(({ path, targets }) => {
    const file = fileOf(targets[condition] ?? targets.default)
    const name = path.replace('.', 'dot-line').replaceAll('.', '\\.')
    return { find: new RegExp(`^${name}$`), replacement: fileURLToPath(new URL(file, root)) }
  })
}
