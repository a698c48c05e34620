import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type Browser, chromium } from 'playwright-core'
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
