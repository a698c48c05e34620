import type { Browser, Page } from 'playwright-core'
import type { ViteDevServer } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { launchBrowser, serve } from '../support/browser.ts'

describe('the departures board in Chromium', () => {
  let browser: Browser
  let server: ViteDevServer
  let page: Page
  const errors: string[] = []

  beforeAll(async () => {
    const served = await serve('examples/board')
    server = served.server
    browser = await launchBrowser()
    page = await browser.newPage({ viewport: { width: 470, height: 800 }, deviceScaleFactor: 2 })
    page.on('pageerror', error => errors.push(error.message))
    await page.goto(served.url)
    await page.waitForFunction(
      "document.querySelector('output').value !== '100 %' || document.querySelector('canvas').style.height",
    )
  })
  afterAll(async () => {
    await browser?.close()
    await server?.close()
  })

  const canvas = () =>
    page.evaluate<{ width: number; shown: number; height: number; inked: number }>(`(() => {
    const canvas = document.querySelector('canvas')
    const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
    let inked = 0
    for (let i = 0; i < data.length; i += 4) if (data[i] < 64 && data[i + 1] < 100) inked++
    return { width: canvas.width, shown: canvas.clientWidth, height: canvas.clientHeight, inked }
  })()`)

  it('is painted at the pixels of the device', async () => {
    const { width, shown, inked } = await canvas()
    expect(width).toBe(shown * 2)
    expect(inked).toBeGreaterThan(20_000)
    expect(errors).toEqual([])
  })

  it('grows, and finds room, when the reader enlarges text', async () => {
    const before = await canvas()
    await page.fill('#scale', '2')
    expect(await page.textContent('output')).toBe('200 %')
    const after = await canvas()
    expect(after.shown).toBe(before.shown)
    expect(after.height).toBeGreaterThan(before.height * 1.6)
    expect(after.inked).toBeGreaterThan(before.inked)
    expect(errors).toEqual([])
  })

  it('speaks another language when the reader chooses one', async () => {
    const before = await canvas()
    for (const language of ['de', 'el', 'ar', 'he']) {
      await page.selectOption('#language', language)
      expect(await page.evaluate('document.documentElement.lang')).toBe(language)
      expect((await canvas()).inked, language).not.toBe(before.inked)
    }
    expect(errors).toEqual([])
    expect(await page.isVisible('[role=alert]')).toBe(false)
  })
})
