import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

describe('the charts in Chromium', () => {
  let served: ServedPage
  let page: Page

  beforeAll(async () => {
    served = await openPage('examples/charts', '', { viewport: { width: 1280, height: 900 } })
    page = served.page
    await page.waitForSelector('html[data-ready=true]')
  })
  afterAll(async () => {
    await served?.close()
  })

  const seen = () =>
    page.evaluate(`new Promise(seen => requestAnimationFrame(() => requestAnimationFrame(seen)))`)
  async function choose(values: Readonly<Record<string, string>>) {
    for (const [id, value] of Object.entries(values)) {
      await page.evaluate(`(({ id, value }) => {
        const control = document.querySelector('#' + id)
        control.value = value
        control.dispatchEvent(new Event('input'))
      })(${JSON.stringify({ id, value })})`)
    }
    await seen()
  }
  const pictures = () =>
    page.evaluate<string[]>(
      `[...document.querySelectorAll('.picture canvas[role=img]')].map(one => one.toDataURL())`,
    )

  it('follow sheet, text size, width and language at once', async () => {
    let before = await pictures()
    expect(before).toHaveLength(4)
    const changes: readonly Readonly<Record<string, string>>[] = [
      { sheet: 'dark' },
      { sheet: 'serif' },
      { scale: '2.2' },
      { width: '480' },
      { language: 'ar' },
    ]
    for (const change of changes) {
      await choose(change)
      const after = await pictures()
      after.forEach((picture, i) => {
        expect(picture, JSON.stringify(change)).not.toBe(before[i])
      })
      before = after
    }
    expect(await page.isVisible('[role=alert]')).toBe(false)
    expect(served.errors).toEqual([])
  })

  it('name each mark, by keyboard and by pointer', async () => {
    await choose({ sheet: 'light', scale: '1', width: '600', language: 'en' })
    const said = () =>
      page.evaluate<string>(`document.querySelector('#stops [role=status]').textContent`)
    await page.evaluate(`document.querySelector('#stops .marks').focus()`)
    await page.keyboard.press('ArrowRight')
    expect(await said()).toBe('Tern at Quillhaven, 07:04')
    await page.keyboard.press('End')
    expect(await said()).toBe('Marigold at Low Emmerly, 09:56')
    await page.keyboard.press('ArrowRight')
    expect(await said()).toBe('Marigold at Low Emmerly, 09:56')
    await page.keyboard.press('Escape')
    expect(await said()).toBe('')
    // In the first bar: above the lowest labels, and right of those at the side.
    const box = await page.locator('#passengers .marks').boundingBox()
    await page.mouse.move((box?.x ?? 0) + 82, (box?.y ?? 0) + 330)
    const told = await page.evaluate<string>(
      `document.querySelector('#passengers [role=status]').textContent`,
    )
    expect(told).toMatch(/^Quillhaven, April: 8\.7$/)
  })

  it('have their data as tables', async () => {
    await page.click('#passengers summary')
    const cells = await page.evaluate<string[]>(
      `[...document.querySelectorAll('#passengers tbody tr:last-child > *')].map(one => one.textContent)`,
    )
    expect(cells).toEqual(['September', '14.6', '7.2', '3.3'])
  })

  it('pass the audit, light and dark', async () => {
    for (const sheet of ['light', 'dark']) {
      await choose({ sheet })
      expect(await auditOf(page), sheet).toEqual([])
    }
    expect(served.errors).toEqual([])
  })
})
