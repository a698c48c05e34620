// Finds exports that no other file uses, and files that import each other in a circle, through types
// too: `npm run lint`. Whatever the package's entries export is used.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { packageEntries } from './package-entries.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))
const isCode = name => /\.(ts|tsx|mts|mjs|js|svelte)$/.test(name) && !name.endsWith('.d.ts')

const filesIn = folder =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter(name => isCode(name) && !name.includes('node_modules'))
    .map(name => `${folder}/${name}`)

const sources = filesIn('src')
const users = [...sources, ...['test', 'bench', 'scripts', 'site', 'examples'].flatMap(filesIn)]

const imports =
  /^\s*(?:import|export)\s+(?:type\s+)?(?:[\w$]+\s*,?\s*)?(\{[^}]*\}|\*(?:\s+as\s+[\w$]+)?)?\s*from\s+['"](\.[^'"]+)['"]/gms
const dynamicImports = /import\(\s*['"](\.[^'"]+)['"]\s*\)/g
const declarations =
  /^export\s+(?:declare\s+|abstract\s+|async\s+)*(?:const|let|function\*?|class|interface|type|enum)\s+([\w$]+)/gm

const givenOn = /^export\s+(?:type\s+)?(\{[^}]*\})\s+from/gm

/** The names that a file exports, its own and others'. */
function exportsOf(file) {
  const text = readFileSync(join(root, file), 'utf8')
  return [
    ...[...text.matchAll(declarations)].map(([, name]) => name),
    ...[...text.matchAll(givenOn)].flatMap(([, names]) =>
      namesIn(names.replace(/[\w$]+\s+as\s+/g, '')),
    ),
  ]
}

/** What a file imports: names (`*` for all) of other files; those that are loaded later are in no circle. */
function importsOf(file) {
  const text = readFileSync(join(root, file), 'utf8')
  // A component of Svelte is published as it is: it imports what is built.
  const fileOf = path => relative(root, resolve(root, dirname(file), path)).replace(/\.js$/, '.ts')
  return [
    ...[...text.matchAll(imports)].map(([, names = '*', path]) => ({
      file: fileOf(path),
      names: names.startsWith('{') ? namesIn(names) : ['*'],
      isLater: false,
    })),
    ...[...text.matchAll(dynamicImports)].map(([, path]) => ({
      file: fileOf(path),
      names: ['*'],
      isLater: true,
    })),
  ]
}

const namesIn = braces =>
  braces
    .replace(/[{}]/g, '')
    .split(',')
    .map(
      name =>
        name
          .trim()
          .replace(/^type\s+/, '')
          .split(/\s+as\s+/)[0],
    )
    .filter(name => name !== '')

const imported = new Map(users.map(file => [file, importsOf(file)]))

function unusedExports() {
  const used = new Map(sources.map(file => [file, new Set()]))
  for (const all of imported.values()) {
    for (const { file, names } of all) for (const name of names) used.get(file)?.add(name)
  }
  const entries = new Set(
    packageEntries().flatMap(({ targets }) =>
      Object.values(targets).map(file =>
        file.replace('./dist/', 'src/').replace(/(\.d)?\.(js|ts)$/, '.ts'),
      ),
    ),
  )
  // Entries give all of these files on.
  const isPublic = file => entries.has(file) || used.get(file)?.has('*')
  return sources
    .filter(file => !isPublic(file))
    .flatMap(file =>
      exportsOf(file)
        .filter(name => !used.get(file)?.has(name))
        .map(name => `${file}: no other file uses '${name}'`),
    )
}

/** Files that lead back to themselves, by Tarjan's algorithm, without recursion. */
function circles() {
  const next = file =>
    (imported.get(file) ?? [])
      .filter(one => !one.isLater && imported.has(one.file))
      .map(one => one.file)
  const order = new Map()
  const lowest = new Map()
  const open = []
  const found = []
  for (const start of sources) {
    if (order.has(start)) continue
    const path = [{ file: start, left: undefined }]
    while (path.length > 0) {
      const top = path.at(-1)
      if (!top.left) {
        order.set(top.file, order.size)
        lowest.set(top.file, order.get(top.file))
        open.push(top.file)
        top.left = next(top.file)
      }
      const file = top.left.pop()
      if (file !== undefined) {
        if (!order.has(file)) path.push({ file, left: undefined })
        else if (open.includes(file)) {
          lowest.set(top.file, Math.min(lowest.get(top.file), order.get(file)))
        }
        continue
      }
      path.pop()
      const around = path.at(-1)
      if (around) {
        lowest.set(around.file, Math.min(lowest.get(around.file), lowest.get(top.file)))
      }
      if (lowest.get(top.file) !== order.get(top.file)) continue
      const circle = open.splice(open.indexOf(top.file))
      if (circle.length > 1) found.push(`a circle of files: ${circle.join(', ')}`)
    }
  }
  return found
}

const mistakes = [...unusedExports(), ...circles()]
for (const mistake of mistakes) console.error(mistake)
if (mistakes.length > 0) process.exitCode = 1
