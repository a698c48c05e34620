import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'
import { readPdf } from '../support/pdf.ts'

describe('documents in Chromium', () => {
  let served: ServedPage
  let page: Page

  beforeAll(async () => {
    served = await openPage('examples/document', '', { viewport: { width: 1280, height: 900 } })
    page = served.page
    await page.waitForSelector('html[data-ready=true]')
  })
  afterAll(async () => {
    await served?.close()
  })

  const built = () => page.waitForSelector('#offer a')
  async function choose(id: string, value: string) {
    await page.evaluate(`document.querySelector('#offer').replaceChildren()`)
    if (id === 'scale') await page.fill(`#${id}`, value)
    else await page.selectOption(`#${id}`, value)
    await built()
  }
  const lines = () => page.evaluate<string>(`document.querySelector('#sheet').innerText`)

  async function pdf() {
    const [download] = await Promise.all([page.waitForEvent('download'), page.click('#offer a')])
    const pieces: Buffer[] = []
    for await (const piece of await download.createReadStream()) pieces.push(piece)
    return readPdf(Buffer.concat(pieces))
  }

  it('shows the notice page by page, by buttons and keys', async () => {
    await built()
    expect(await page.textContent('#page')).toBe('1 of 2')
    expect(await lines()).toContain('What changes')
    await page.click('#next')
    expect(await page.textContent('#page')).toBe('2 of 2')
    expect(await page.isDisabled('#next')).toBe(true)
    expect(await lines()).toContain('What we ask of you')
    await page.focus('#back')
    await page.keyboard.press('Enter')
    expect(await page.textContent('#page')).toBe('1 of 2')
  })

  it('offers the same lines as a PDF, in eight languages', async () => {
    for (const [language, title] of [
      ['de', 'Winterfahrplan'],
      ['ar', 'جدول الشتاء'],
      ['th', 'ตารางเดินเรือฤดูหนาว'],
      ['ja', '冬の時刻表'],
      ['ja down', '冬の時刻表'],
    ]) {
      await choose('language', language)
      expect(await lines()).toContain(title)
      expect(await page.isVisible('[role=alert]')).toBe(false)
      const file = await pdf()
      expect(file.title).toBe(title)
      expect(file.pages.length).toBeGreaterThan(1)
    }
    await choose('language', 'en')
  })

  it('shows both sides of a leader in both directions', async () => {
    const leftOf = (text: string) =>
      page.evaluate<number>(`[...document.querySelectorAll('#sheet span')]
        .findLast(one => one.textContent === ${JSON.stringify(text)}).getBoundingClientRect().left`)
    for (const [language, port, isLeftward] of [
      ['en', 'Ardle Point', false],
      ['ar', 'أردل بوينت', true],
    ] as const) {
      await choose('language', language)
      expect((await leftOf('06:50')) < (await leftOf(port)), language).toBe(isLeftward)
    }
    await choose('language', 'en')
  })

  it('lays out anew for a larger text', async () => {
    await choose('scale', '1.8')
    expect(await page.textContent('#page')).toMatch(/1 of [3-9]/)
    await choose('scale', '1')
  })

  it('builds the handbook', async () => {
    await choose('document', 'handbook')
    expect(await page.textContent('#page')).toMatch(/^1 of 2\d$/)
    const file = await pdf()
    expect(file.title).toBe('Season handbook')
    expect(await lines()).toContain('Contents')
    await choose('document', 'notice')
    expect(served.errors).toEqual([])
  })

  it('passes the accessibility audit', async () => {
    expect(await auditOf(page)).toEqual([])
  })
})
