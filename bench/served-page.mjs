// A page of the benchmarks, served from the library's sources and opened in Chromium.
import { fileURLToPath } from 'node:url'
import { chromium } from 'playwright-core'
import { createServer } from 'vite'
import { chromiumPath } from '../scripts/chromium-path.mjs'
import { sourceAliases } from '../scripts/source-aliases.mjs'

export const launched = () =>
  chromium.launch({
    executablePath: chromiumPath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })

/** Opens a folder's page, and waits until `ready` is true in it. */
export async function openBenchPage(folder, ready, options = {}) {
  const server = await createServer({
    configFile: false,
    root: fileURLToPath(new URL(folder, import.meta.url)),
    resolve: { alias: sourceAliases('default') },
    logLevel: 'error',
    server: {
      host: '127.0.0.1',
      port: 0,
      fs: { allow: [fileURLToPath(new URL('..', import.meta.url))] },
    },
  })
  await server.listen()
  const browser = await launched()
  const page = await browser.newPage(options)
  await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/`)
  await page.waitForFunction(ready, undefined, { timeout: 120_000 })
  const close = async () => {
    await browser.close()
    await server.close()
  }
  return { page, close }
}

/** Times what a page does: milliseconds of its main thread. */
export async function mainThread(page) {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const busy = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return metrics.find(one => one.name === 'TaskDuration').value * 1000
  }
  /** The least that one of several scripts takes. */
  async function least(scripts) {
    let best = Infinity
    for (const script of scripts) {
      const before = await busy()
      await page.evaluate(script)
      best = Math.min(best, (await busy()) - before)
    }
    return best
  }
  return { busy, least }
}
