// Builds the site, and beside its pages the example applications that they show: `npm run site`.
import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'vite'

const path = name => fileURLToPath(new URL(`../${name}`, import.meta.url))
const configured = folder => ({ configFile: path(`${folder}/vite.config.ts`), logLevel: 'error' })

await build(configured('site'))
for (const entry of readdirSync(path('examples'), { withFileTypes: true })) {
  const folder = `examples/${entry.name}`
  if (!entry.isDirectory() || !readdirSync(path(folder)).includes('vite.config.ts')) continue
  const outDir = path(`site-output/${folder}`)
  await build({ ...configured(folder), base: './', build: { outDir, emptyOutDir: true } })
}
