import type { Browser } from 'playwright-core'
import type { ViteDevServer } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Comparison } from '../pages/pictures.ts'
import { launchBrowser, serve } from '../support/browser.ts'

/** Of the inked pixels, the most that may have nothing like them within a pixel in another target. */
const tolerance = 0.01
/** Browsers put the baselines of text that is not turned on whole pixels: half of one up or down. */
const snapped = 0.15

describe('every scene on a canvas, from its SVG and from its PDF', () => {
  let browser: Browser
  let server: ViteDevServer
  let comparisons: readonly Comparison[]

  beforeAll(async () => {
    let url: string
    ;({ server, url } = await serve('test/pages'))
    browser = await launchBrowser()
    const page = await browser.newPage()
    await page.goto(`${url}pictures.html`)
    await page.waitForFunction('window.comparisons !== undefined', undefined, { timeout: 180_000 })
    expect(await page.evaluate('window.failure')).toBeUndefined()
    comparisons = await page.evaluate<Comparison[]>('window.comparisons')
  }, 200_000)
  afterAll(async () => {
    await browser?.close()
    await server?.close()
  })

  it('looks the same', () => {
    for (const { name, inked, svg, pdf, text, again, worker } of comparisons) {
      expect(inked, name).toBeGreaterThan(400)
      expect(svg, `${name}: SVG`).toBeLessThan(tolerance)
      expect(pdf, `${name}: PDF`).toBeLessThan(tolerance)
      expect(again, `${name}: painted again`).toBeLessThan(tolerance)
      expect(worker, `${name}: in a worker`).toBeLessThan(tolerance)
      const isTurned = name.endsWith('turned')
      expect(text, `${name}: text`).toBeLessThan(isTurned ? tolerance : snapped)
    }
    expect(comparisons.length).toBeGreaterThan(30)
  })
})
