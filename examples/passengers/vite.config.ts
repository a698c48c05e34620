import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { sourceAliases } from '../../scripts/source-aliases.mjs'

const path = (name: string) => fileURLToPath(new URL(name, import.meta.url))

export default defineConfig({
  root: path('.'),
  // Inside this repository the example runs on the library's sources. An app of your own needs
  // neither the alias nor the access to the folder above.
  resolve: { alias: sourceAliases('default') },
  server: { fs: { allow: [path('../..')] } },
  define: {
    __VUE_OPTIONS_API__: 'false',
    __VUE_PROD_DEVTOOLS__: 'false',
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
  },
  build: { target: 'es2022', rollupOptions: { input: [path('index.html'), path('vue.html')] } },
})
