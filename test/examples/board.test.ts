import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

describe('the departures board in Chromium', () => {
  let served: ServedPage
  let page: Page

  beforeAll(async () => {
    served = await openPage('examples/board', '', {
      viewport: { width: 470, height: 800 },
      deviceScaleFactor: 2,
    })
    page = served.page
    await page.waitForFunction(
      "document.querySelector('output').value !== '100 %' || document.querySelector('canvas').style.height",
    )
  })
  afterAll(async () => {
    await served?.close()
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
    expect(served.errors).toEqual([])
  })

  it('grows, and finds room, when the reader enlarges text', async () => {
    const before = await canvas()
    await page.fill('#scale', '2')
    expect(await page.textContent('output')).toBe('200 %')
    const after = await canvas()
    expect(after.shown).toBe(before.shown)
    expect(after.height).toBeGreaterThan(before.height * 1.6)
    expect(after.inked).toBeGreaterThan(before.inked)
    expect(served.errors).toEqual([])
  })

  it("changes its language with the reader's choice", async () => {
    const before = await canvas()
    for (const language of ['de', 'el', 'ar', 'he']) {
      await page.selectOption('#language', language)
      expect(await page.evaluate('document.documentElement.lang')).toBe(language)
      expect((await canvas()).inked, language).not.toBe(before.inked)
    }
    expect(served.errors).toEqual([])
    expect(await page.isVisible('[role=alert]')).toBe(false)
  })

  it('has alternative text in its language and passes the accessibility audit', async () => {
    const said = () => page.getAttribute('canvas', 'aria-label')
    await page.selectOption('#language', 'de')
    expect(await said()).toMatch(/^Abfahrten · .*Ardle Point.*Pünktlich/)
    await page.selectOption('#language', 'en')
    for (const scale of ['1', '2']) {
      await page.fill('#scale', scale)
      expect(await auditOf(page)).toEqual([])
    }
  })
})
