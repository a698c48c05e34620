import { type Catalog, richToMarkup } from '../core.ts'
import { aCatalog, checkArgument } from '../problem/index.ts'

interface Group {
  [name: string]: string | Group
}

/**
 * The texts of a catalog as JSON that `readCatalog` reads: keys with dots become groups, unless a text
 * stands where a group would.
 */
export function catalogJson(catalog: Catalog): string {
  checkArgument('catalogJson', 'catalog', catalog, aCatalog)
  const keys = new Set(catalog.keys)
  const strings: Group = {}
  for (const key of catalog.keys) {
    const names = key.split('.')
    const isGrouped = names.every(
      (name, i) => name !== '' && (i === 0 || !keys.has(names.slice(0, i).join('.'))),
    )
    let group = strings
    const path = isGrouped ? names : [key]
    for (const name of path.slice(0, -1)) group = groupIn(group, name)
    define(group, path[path.length - 1], richToMarkup(catalog.text(key)))
  }
  return `${JSON.stringify(strings, null, 2)}\n`
}

function groupIn(group: Group, name: string): Group {
  const value = Object.hasOwn(group, name) ? group[name] : undefined
  if (typeof value === 'object') return value
  const made: Group = {}
  define(group, name, made)
  return made
}

/** Names such as `__proto__` are names like others. */
function define(group: Group, name: string, value: string | Group) {
  Object.defineProperty(group, name, {
    value,
    enumerable: true,
    writable: true,
    configurable: true,
  })
}
