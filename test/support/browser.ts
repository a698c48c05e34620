import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type Browser, chromium, type Page } from 'playwright-core'
import { createServer, type ViteDevServer } from 'vite'
import { chromiumMissing, chromiumPath } from '../../scripts/chromium-path.mjs'

/** Starts Chromium; fails, saying what to install, where there is none. */
export async function launchBrowser(): Promise<Browser> {
  if (!existsSync(chromiumPath)) throw new Error(chromiumMissing)
  return chromium.launch({
    executablePath: chromiumPath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  })
}

/** Serves a Vite application of this repository on localhost. */
export async function serve(folder: string): Promise<{ server: ViteDevServer; url: string }> {
  const root = fileURLToPath(new URL(`../../${folder}`, import.meta.url))
  const server = await createServer({
    configFile: `${root}/vite.config.ts`,
    logLevel: 'error',
    server: { host: '127.0.0.1', port: 0 },
  })
  await server.listen()
  const address = server.httpServer?.address()
  if (address === null || typeof address !== 'object') throw new Error('the server has no address')
  return { server, url: `http://127.0.0.1:${address.port}/` }
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
  const { server, url } = await serve('test/pages')
  const browser = await launchBrowser()
  try {
    const page = await browser.newPage({ deviceScaleFactor })
    await page.goto(`${url}${file}`)
    await page.waitForFunction(`window.${result} !== undefined`, undefined, { timeout: 180_000 })
    const failure = await page.evaluate('window.failure')
    if (failure !== undefined) throw new Error(String(failure))
    return await use(page)
  } finally {
    await browser.close()
    await server.close()
  }
}
