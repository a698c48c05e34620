// The command in a few files instead of hundreds of modules: it starts in half the time. What it
// shares with the library is in it once more; the demo is in nothing else.
import { chmodSync, readdirSync, rmSync } from 'node:fs'
import { basename } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { checkLicenses, external } from './bundled-packages.mjs'

const dist = fileURLToPath(new URL('../dist/', import.meta.url))
const folder = `${dist}cli/`
const { metafile } = await build({
  entryPoints: [`${folder}main.js`],
  outdir: folder,
  allowOverwrite: true,
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20.19',
  // Nobody reads it: it is half as large.
  minifyWhitespace: true,
  minifySyntax: true,
  minifyIdentifiers: true,
  mainFields: ['module', 'main'],
  chunkNames: 'part-[hash]',
  external,
  logLevel: 'warning',
  metafile: true,
})
const written = new Set(Object.keys(metafile.outputs).map(path => basename(path)))
for (const name of readdirSync(folder))
  if (!written.has(name)) rmSync(folder + name, { recursive: true })
rmSync(`${dist}demo`, { recursive: true, force: true })
checkLicenses(Object.keys(metafile.inputs))
// In a clone, `npx dotline` runs this file itself.
chmodSync(`${folder}main.js`, 0o755)
