// What all tests share, on localhost, each part made when it is first asked for: the pages that they
// open, built as they would be published, and one browser.
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { type BrowserServer, chromium } from 'playwright-core'
import { build, preview } from 'vite'
import type { TestProject } from 'vitest/node'
import { chromiumPath } from '../../scripts/chromium-path.mjs'
import { builtAliases } from '../../scripts/source-aliases.mjs'
import { browserArguments, browserPath } from './browser-arguments.ts'

declare module 'vitest' {
  interface ProvidedContext {
    /** Where pages are served; ends in `/`. */
    readonly pages: string
  }
}

const root = fileURLToPath(new URL('../../', import.meta.url))
const testPages = 'test/pages'

/** The application that a path belongs to; what belongs to no other is the site's. */
const folderOf = (path: string) => /^\/(examples\/[a-z]+|test\/pages)\//.exec(path)?.[1] ?? 'site'

async function buildPages(folder: string, outDir: string) {
  const files = folder === testPages ? readdirSync(join(root, folder)) : []
  const entries = files.filter(name => name.endsWith('.html') || name === 'screen-server.ts')
  await build({
    configFile: join(root, folder, 'vite.config.ts'),
    base: './',
    logLevel: 'error',
    resolve: { alias: builtAliases('default') },
    build: {
      target: 'es2022',
      outDir,
      emptyOutDir: false,
      ...(entries.length > 0 && {
        rollupOptions: {
          input: entries.map(name => join(root, folder, name)),
          // A page that a test writes asks for its script by name.
          output: { entryFileNames: '[name].js' },
        },
      }),
    },
  })
}

export default async function servePages({ provide }: TestProject) {
  const out = mkdtempSync(join(tmpdir(), 'dot-line-pages-'))
  const built = new Map<string, Promise<void>>()
  let browser: Promise<BrowserServer> | undefined
  const server = await preview({
    configFile: false,
    root: out,
    // What is not there is not found.
    appType: 'mpa',
    logLevel: 'error',
    build: { outDir: out },
    preview: { host: '127.0.0.1', port: 0 },
    plugins: [
      {
        name: 'built-when-asked-for',
        configurePreviewServer({ middlewares }) {
          middlewares.use(`/${browserPath}`, (_, response, next) => {
            browser ??= chromium.launchServer({
              executablePath: chromiumPath,
              args: browserArguments(),
            })
            // A test may ask again just when the server closes an idle connection.
            response.setHeader('Connection', 'close')
            browser.then(started => response.end(started.wsEndpoint()), next)
          })
          middlewares.use((request, _, next) => {
            const folder = folderOf(request.url ?? '')
            let building = built.get(folder)
            if (!building) {
              building = buildPages(folder, join(out, folder === 'site' ? '' : folder))
              built.set(folder, building)
            }
            building.then(() => next(), next)
          })
        },
      },
    ],
  })
  const [url] = server.resolvedUrls?.local ?? []
  if (url === undefined) throw new Error('the server has no address')
  provide('pages', url)
  return async () => {
    await (await browser)?.close()
    await server.close()
    rmSync(out, { recursive: true, force: true })
  }
}
