import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import type { Page } from 'playwright-core'
import { type Alias, build } from 'vite'
import { builtAliases } from '../../scripts/source-aliases.mjs'
import { file } from './font-files.ts'

/** An application of a folder of `test/pages`, built twice: as its server runs it, and for browsers. */
export interface BuiltApp {
  /** Its page's content, as its framework renders it on a server. */
  html(): string | Promise<string>
  /** Serves its scripts to a page, and answers with this page at this path. */
  serve(page: Page, path: string, html: string): Promise<void>
}

/** Builds `NAME-server.ts`, which exports `html`, and `NAME-client.ts`. */
export async function builtApp(
  folder: string,
  name: string,
  aliases: readonly Alias[] = [],
): Promise<BuiltApp> {
  const out = mkdtempSync(join(tmpdir(), 'dot-line-built-'))
  const built = (end: 'server' | 'client', outDir: string) =>
    build({
      configFile: false,
      root: file(folder),
      base: '/built/',
      logLevel: 'error',
      plugins: [svelte({ configFile: false })],
      define: {
        __VUE_OPTIONS_API__: 'false',
        __VUE_PROD_DEVTOOLS__: 'false',
        // Where a server's page differs from the client's, it says so.
        __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'true',
      },
      resolve: { alias: [...builtAliases(end === 'server' ? 'node' : 'default'), ...aliases] },
      ssr: { noExternal: true, external: ['culori', 'fflate', 'jsonc-parser'] },
      build: {
        target: 'es2022',
        outDir,
        minify: false,
        ...(end === 'server' && { ssr: true }),
        rollupOptions: {
          input: file(`${folder}/${name}-${end}.ts`),
          output: { entryFileNames: '[name].js' },
        },
      },
    })
  await built('server', join(out, 'server'))
  await built('client', join(out, 'client'))
  const server: { readonly html: BuiltApp['html'] } = await import(
    pathToFileURL(join(out, `server/${name}-server.js`)).href
  )
  return {
    html: server.html,
    async serve(page, path, html) {
      await page.route('**/built/**', route => {
        const { pathname } = new URL(route.request().url())
        const asked = pathname.slice('/built/'.length)
        return route.fulfill({
          contentType: /\.js$/.test(basename(asked))
            ? 'text/javascript'
            : 'application/octet-stream',
          body: readFileSync(join(out, 'client', asked)),
        })
      })
      await page.route(`**/${path}`, route =>
        route.fulfill({ contentType: 'text/html', body: html }),
      )
    },
  }
}
