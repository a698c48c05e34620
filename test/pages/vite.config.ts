import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { sourceAliases } from '../../scripts/source-aliases.mjs'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  resolve: { alias: sourceAliases('default') },
  server: { fs: { allow: [fileURLToPath(new URL('../..', import.meta.url))] } },
})
