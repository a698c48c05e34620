import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { sourceAliases } from '../../scripts/source-aliases.mjs'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  // Inside this repository the example runs on the library's sources. An app of your own needs
  // neither the alias nor the access to the folder above.
  resolve: { alias: sourceAliases('default') },
  server: { fs: { allow: [fileURLToPath(new URL('../..', import.meta.url))] } },
  // Text is set before the first frame; older targets have no top-level await.
  build: { target: 'es2022' },
})
