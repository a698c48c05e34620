import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type Browser, type BrowserContextOptions, chromium, type Page } from 'playwright-core'
import { createServer, type ViteDevServer } from 'vite'
import { chromiumMissing, chromiumPath } from '../../scripts/chromium-path.mjs'

/** Starts Chromium; fails, saying what to install, where there is none. */
export async function launchBrowser(more: readonly string[] = []): Promise<Browser> {
  if (!existsSync(chromiumPath)) throw new Error(chromiumMissing)
  return chromium.launch({
    executablePath: chromiumPath,
    args: [
      ...['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
      ...more,
    ],
  })
}

const modules = fileURLToPath(new URL('../../node_modules/', import.meta.url))

/**
 * Serves a Vite application of this repository on localhost. What the server makes of packages is
 * kept apart for each: tests run beside each other, and one would take from under another what it
 * is about to read.
 */
async function serve(folder: string): Promise<{ server: ViteDevServer; url: string }> {
  const root = fileURLToPath(new URL(`../../${folder}`, import.meta.url))
  const server = await createServer({
    configFile: `${root}/vite.config.ts`,
    cacheDir: mkdtempSync(`${modules}.test-server-`),
    logLevel: 'error',
    server: { host: '127.0.0.1', port: 0 },
  })
  await server.listen()
  const address = server.httpServer?.address()
  if (address === null || typeof address !== 'object') throw new Error('the server has no address')
  return { server, url: `http://127.0.0.1:${address.port}/` }
}

/** A page that a browser and a server of its own show. */
export interface ServedPage {
  readonly page: Page
  /** What went wrong in it so far. */
  readonly errors: readonly string[]
  close(): Promise<void>
}

/** Serves a folder and opens a page of it. */
export async function openPage(
  folder: string,
  file = '',
  options: BrowserContextOptions = {},
  /** Of the browser's command line: settings of its reader. */
  settings: readonly string[] = [],
): Promise<ServedPage> {
  const { server, url } = await serve(folder)
  const browser = await launchBrowser(settings)
  const page = await browser.newPage(options)
  const errors: string[] = []
  page.on('pageerror', error => errors.push(error.message))
  await page.goto(`${url}${file}`)
  const close = async () => {
    await browser.close()
    await server.close()
    rmSync(server.config.cacheDir, { recursive: true, force: true })
  }
  return { page, errors, close }
}

/**
 * Opens a page of `test/pages`, waits until it has set the global `result`, and gives what is made
 * of it. Fails where the page did, with its words.
 */
export async function onTestPage<T>(
  file: string,
  result: string,
  use: (page: Page) => Promise<T>,
  deviceScaleFactor = 1,
): Promise<T> {
  const { page, close } = await openPage('test/pages', file, { deviceScaleFactor })
  try {
    await page.waitForFunction(`window.${result} !== undefined`, undefined, { timeout: 180_000 })
    const failure = await page.evaluate('window.failure')
    if (failure !== undefined) throw new Error(String(failure))
    return await use(page)
  } finally {
    await close()
  }
}
