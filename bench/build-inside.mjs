// Makes `bench/build/inside.js`: what is published has no doors to its inside.
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { external } from '../scripts/bundled-packages.mjs'

await build({
  absWorkingDir: fileURLToPath(new URL('.', import.meta.url)),
  entryPoints: ['inside.ts'],
  outdir: 'build',
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20.19',
  mainFields: ['module', 'main'],
  external,
  logLevel: 'warning',
})
