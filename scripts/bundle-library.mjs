// Each entry of the package as one file and the parts that it shares with others, instead of hundreds
// of modules: it is loaded in a quarter of the time. Types stay as they are.
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build, transform } from 'esbuild'
import { checkLicenses, external } from './bundled-packages.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))
const dist = join(root, 'dist')
const { exports } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
const entries = Object.values(exports).flatMap(targets =>
  typeof targets === 'object' ? [targets.node, targets.default].filter(Boolean) : [],
)

// What brings large packages with it lies in a part of its own: bundlers leave that out where nobody
// asks for it, while of a part that somebody needs they keep whatever is run when it is loaded.
const apart = ['dist/markup/from-html.js', 'dist/chart/restyle/svg-tree.js']

const { metafile } = await build({
  absWorkingDir: root,
  entryPoints: [...new Set([...entries, ...apart])].map(entry => join(root, entry)),
  outdir: dist,
  outbase: dist,
  allowOverwrite: true,
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'neutral',
  mainFields: ['module', 'main'],
  target: 'es2023',
  // Comments are in the types; names stay, for those who debug.
  minifyWhitespace: true,
  minifySyntax: true,
  chunkNames: 'parts/[name]-[hash]',
  external: [...external, 'node:*'],
  logLevel: 'warning',
  metafile: true,
})

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

checkLicenses(metafile)
const written = new Set(Object.keys(metafile.outputs).map(path => join(root, path)))
for (const path of written) {
  const code = readFileSync(path, 'utf8')
  writeFileSync(path, await divided(code))
  // What names a file of the package counts from two folders below its root.
  const isDeep = relative(dist, path).split(/[\\/]/).length === 2
  if (!isDeep && readFileSync(path, 'utf8').includes("'../../assets/")) {
    throw new Error(`${relative(root, path)} names assets, and is no part in a folder of its own`)
  }
}
for (const name of readdirSync(dist, { recursive: true })) {
  const path = join(dist, name)
  const isOld = name.endsWith('.js') && !name.startsWith('cli') && !written.has(path)
  if (isOld && statSync(path).isFile()) rmSync(path)
}

// Types of what is bundled stay where a public type leads to them; others tell nobody anything.
const types = Object.values(exports).flatMap(targets => targets.types ?? [])
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
