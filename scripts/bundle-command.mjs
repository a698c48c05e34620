// The command in a few files instead of hundreds of modules: it starts in half the time. What it
// shares with the library is in it once more, as built; the scenes of the demo are in nothing else.
import { chmodSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { checkLicenses, external } from './bundled-packages.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))
const folder = `${root}dist/cli/`
const { metafile } = await build({
  absWorkingDir: root,
  entryPoints: ['src/cli/main.ts'],
  outdir: folder,
  // The library is the package's own entries, not its sources.
  tsconfigRaw: {},
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
checkLicenses(Object.keys(metafile.inputs))
// In a clone, `npx dotline` runs this file itself.
chmodSync(`${folder}main.js`, 0o755)
