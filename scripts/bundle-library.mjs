// Each entry of the package as one file and the parts that it shares with others, instead of hundreds
// of modules: it is loaded in a quarter of the time. Types stay as they are.
import { copyFileSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { transform } from 'esbuild'
import { rolldown } from 'rolldown'
import { checkLicenses, external } from './bundled-packages.mjs'
import { packageEntries } from './package-entries.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))
const dist = join(root, 'dist')
const targets = packageEntries().map(entry => entry.targets)
const entries = targets.flatMap(own => [own.node, own.default].filter(Boolean))

// The component of Svelte is compiled by who uses it, and takes from the package what it shares with others.
const forComponents = ['dist/svelte/attributes.js']
copyFileSync(join(root, 'src/svelte/Text.svelte'), join(dist, 'svelte/Text.svelte'))

const isOurs = id => id.startsWith(dist)
const nameOf = path => relative(dist, path).replace(/\.js$/, '')
const library = await rolldown({
  cwd: root,
  input: Object.fromEntries(
    [...new Set([...entries, ...forComponents])]
      .map(entry => join(root, entry))
      .map(path => [nameOf(path), path]),
  ),
  platform: 'neutral',
  resolve: { mainFields: ['module', 'main'] },
  external: id =>
    id.startsWith('node:') || id.endsWith('.svelte') || external.some(name => isOf(name, id)),
  // A part holds what the same entries need, and nothing that they merely could have imported.
  treeshake: { moduleSideEffects: id => !isOurs(id) || id === join(dist, 'screen/index.js') },
  preserveEntrySignatures: 'strict',
  onLog(level, log, report) {
    // That of an entry stays at its top, which is checked below.
    if (log.code !== 'MODULE_LEVEL_DIRECTIVE') report(level, log)
  },
})

/** Whether a module is of a package, of which there may be files. */
const isOf = (name, id) =>
  name.endsWith('/*') ? id.startsWith(name.slice(0, -1)) : id === name || id.startsWith(`${name}/`)

const { output } = await library.write({
  dir: dist,
  format: 'esm',
  entryFileNames: '[name].js',
  chunkFileNames: 'parts/[name]-[hash].js',
})

/** Comments are in the types; names stay, for those who debug. */
const withoutComments = async code =>
  (
    await transform(code, {
      format: 'esm',
      target: 'es2023',
      minifyWhitespace: true,
      minifySyntax: true,
    })
  ).code

/**
 * An error that nobody catches is shown with its line: a statement a line, or a function, and not all of the
 * library. (With `lineLimit` lines would end inside of strings, such as the file names that bundlers look for.)
 */
async function divided(code) {
  const wanted = await minified(code)
  for (const end of [
    /([;{}])(?=(?:async )?function |(?:var|let|const|class|throw|return) |(?:if|for|while)\(|export[ {])/g,
    /([;}])(?=(?:async )?function |var |class |export[ {])/g,
  ]) {
    const lines = code.replace(end, '$1\n')
    // What stands in a template is text, and would be another.
    if ((await minified(lines)) === wanted) return lines
  }
  return code
}

const minified = async code => (await transform(code, { format: 'esm', minify: true })).code

checkLicenses(output.flatMap(({ moduleIds = [] }) => moduleIds))
const written = new Set(output.map(({ fileName }) => join(dist, fileName)))
for (const path of written) {
  const code = readFileSync(path, 'utf8')
  writeFileSync(path, await divided(await withoutComments(code)))
  // What names a file of the package counts from two folders below its root.
  const isDeep = relative(dist, path).split(/[\\/]/).length === 2
  if (!isDeep && readFileSync(path, 'utf8').includes("'../../assets/")) {
    throw new Error(`${relative(root, path)} names assets, and is no part in a folder of its own`)
  }
}
if (!/^.use client/.test(readFileSync(join(dist, 'react/index.js'), 'utf8'))) {
  throw new Error('dist/react/index.js does not say that it is for clients')
}
for (const name of readdirSync(dist, { recursive: true })) {
  const path = join(dist, name)
  const isOld = name.endsWith('.js') && !name.startsWith('cli') && !written.has(path)
  if (isOld && statSync(path).isFile()) rmSync(path)
}

// Types of what is bundled stay where a public type leads to them; others tell nobody anything.
const types = targets.flatMap(own => own.types ?? [])
const reached = new Set()
const waiting = types.map(path => join(root, path))
while (waiting.length > 0) {
  const path = waiting.pop()
  if (reached.has(path)) continue
  reached.add(path)
  const imports = readFileSync(path, 'utf8').matchAll(/(?:from|import)\s*\(?\s*['"](\.[^'"]+)['"]/g)
  for (const [, name] of imports) waiting.push(join(path, '..', name.replace(/\.[jt]s$/, '.d.ts')))
}
for (const name of readdirSync(dist, { recursive: true })) {
  const path = join(dist, name)
  if (name.endsWith('.d.ts') && !reached.has(path)) rmSync(path)
}
