// The workbench as `dotline preview` serves it: its page, and its script, which takes the library from
// where the same server has it.
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { checkLicenses } from './bundled-packages.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))
const from = `${root}examples/workbench/`
const into = `${root}dist/preview/`
const { exports } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'))

/** Imports of the library stay what they are, as the server has them. */
const served = {
  name: 'served',
  setup({ onResolve }) {
    onResolve({ filter: /^dot-line(\/|$)/ }, ({ path }) => {
      const entry = exports[path.replace(/^dot-line/, '.')]
      return { path: entry.default.replace(/^\.\/dist\//, '/library/dist/'), external: true }
    })
  },
}

const { metafile } = await build({
  absWorkingDir: root,
  entryPoints: [`${from}served.ts`],
  outfile: `${into}workbench.js`,
  bundle: true,
  format: 'esm',
  mainFields: ['module', 'main'],
  target: 'es2022',
  minify: true,
  plugins: [served],
  logLevel: 'warning',
  metafile: true,
})
checkLicenses(Object.keys(metafile.inputs))

// What the library loads of other packages, where a page has no bundler.
const { metafile: own } = await build({
  absWorkingDir: root,
  stdin: { contents: "export * from 'fflate'", resolveDir: root },
  outfile: `${into}modules/fflate.js`,
  bundle: true,
  format: 'esm',
  platform: 'browser',
  target: 'es2022',
  minify: true,
  logLevel: 'warning',
  metafile: true,
})
checkLicenses(Object.keys(own.inputs))
mkdirSync(into, { recursive: true })
copyFileSync(`${from}workbench.css`, `${into}workbench.css`)
const page = readFileSync(`${from}index.html`, 'utf8')
writeFileSync(`${into}workbench.html`, page.replaceAll('./main.ts', './workbench.js'))
