import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { sourceAliases } from '../scripts/source-aliases.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const fonts = `${root}assets/fonts/`

export default defineConfig(({ command }) => ({
  // Built beside it; served from where they are.
  define: { __EXAMPLES__: JSON.stringify(command === 'serve' ? `/@fs${root}` : './') },
  root: fileURLToPath(new URL('.', import.meta.url)),
  base: './',
  resolve: { alias: sourceAliases('default') },
  server: { fs: { allow: [root] } },
  build: {
    target: 'es2022',
    outDir: fileURLToPath(new URL('../site-output', import.meta.url)),
    emptyOutDir: true,
    // `assets` are the library's own, which examples name.
    assetsDir: 'parts',
  },
  plugins: [
    {
      name: 'fonts-of-examples',
      configureServer({ middlewares }) {
        middlewares.use((request, response, next) => {
          const name = /^\/assets\/fonts\/([\w-]+\.ttf)$/.exec(request.url ?? '')?.[1]
          if (name === undefined) return next()
          response.end(readFileSync(fonts + name))
        })
      },
      generateBundle() {
        for (const name of readdirSync(fonts)) {
          if (!name.endsWith('.ttf')) continue
          this.emitFile({
            type: 'asset',
            fileName: `assets/fonts/${name}`,
            source: readFileSync(fonts + name),
          })
        }
      },
    },
  ],
}))
