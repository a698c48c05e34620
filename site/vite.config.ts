import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { sourceAliases } from '../scripts/source-aliases.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))

/** The files that examples name: the library's own, and fonts of scripts that it has none of. */
const packages = '@expo-google-fonts'
const files = new Map([
  ...['fonts', 'wasm'].flatMap(folder =>
    readdirSync(`${root}assets/${folder}`).map(
      name => [`assets/${folder}/${name}`, `${root}assets/${folder}/${name}`] as const,
    ),
  ),
  ...[
    `${packages}/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf`,
    `${packages}/kosugi/Kosugi_400Regular.ttf`,
  ].map(name => [name, `${root}node_modules/${name}`] as const),
])

/** Width and height of each picture of the docs, as it says them in its head. */
const pictureSizes = Object.fromEntries(
  ['docs/screenshots', 'docs/pictures'].flatMap(folder =>
    readdirSync(`${root}${folder}`).flatMap(name => {
      const bytes = readFileSync(`${root}${folder}/${name}`)
      // PNG (Third Edition) 11.2.1: the header is the first chunk.
      if (name.endsWith('.png')) {
        return [[`${folder}/${name}`, [bytes.readUInt32BE(16), bytes.readUInt32BE(20)]] as const]
      }
      const [, width, height] =
        /<svg\b[^>]*?\swidth="([\d.]+)[^>]*?\sheight="([\d.]+)/.exec(bytes.toString()) ?? []
      return width ? [[`${folder}/${name}`, [Number(width), Number(height)]] as const] : []
    }),
  ),
)

export default defineConfig(({ command }) => ({
  // Built beside it; served from where they are.
  define: {
    __EXAMPLES__: JSON.stringify(command === 'serve' ? `/@fs${root}` : './'),
    __PICTURE_SIZES__: JSON.stringify(pictureSizes),
  },
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
      name: 'files-of-examples',
      configureServer({ middlewares }) {
        middlewares.use((request, response, next) => {
          const file = files.get((request.url ?? '').slice(1))
          if (file === undefined) return next()
          response.end(readFileSync(file))
        })
      },
      generateBundle() {
        for (const [fileName, file] of files) {
          this.emitFile({ type: 'asset', fileName, source: readFileSync(file) })
        }
      },
    },
  ],
}))
