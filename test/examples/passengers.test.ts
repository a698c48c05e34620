import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

describe.each([
  ['in plain HTML', 'index.html'],
  ['in Vue', 'vue.html'],
])('the passengers’ settings and news %s', (_, file) => {
  let served: ServedPage
  let page: Page
  const said: string[] = []

  beforeAll(async () => {
    served = await openPage('examples/passengers', file, { viewport: { width: 390, height: 844 } })
    page = served.page
    page.setDefaultTimeout(30_000)
    page.on('console', message => {
      if (/error|warning/.test(message.type())) said.push(message.text())
    })
    await page.waitForSelector('html[data-ready=true]')
  })
  afterAll(async () => {
    await served?.close()
  })

  const choose = async (language: string, scale: number, appearance = 'light') => {
    await page.evaluate(`(async () => {
      for (const [id, value] of Object.entries(${JSON.stringify({ language, scale, appearance })})) {
        const field = document.querySelector('#' + id)
        field.value = value
        field.dispatchEvent(new Event('input', { bubbles: true }))
      }
      // A framework writes when it has time.
      await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
    })()`)
    await page.waitForSelector('html[data-ready=true]')
  }

  it('has no overflow and no broken word: three languages, 320 to 1280 pixels, scales 1 to 3', async () => {
    for (const language of ['en', 'de', 'ar']) {
      for (const [width, scale] of [
        [390, 1],
        [1280, 1],
        [320, 2],
        [390, 3],
      ]) {
        await page.setViewportSize({ width, height: 844 })
        await choose(language, scale)
        const [over, wrong] = await page.evaluate<[number, string[]]>(`[
          document.documentElement.scrollWidth - document.documentElement.clientWidth,
          [...document.querySelectorAll('dot-line')].flatMap(text => text.problems.map(({ code }) => code + ': ' + text.layout.text))
        ]`)
        expect([language, width, scale, over]).toEqual([language, width, scale, 0])
        // Words of passengers are in letters that no font here has.
        expect(new Set(wrong.filter(one => !one.startsWith('platform-face')))).toEqual(new Set())
      }
    }
  })

  it('has native fields in the faces, sizes and inks of the sheet', async () => {
    await page.setViewportSize({ width: 390, height: 844 })
    await choose('en', 1)
    const look = () =>
      page.evaluate<string[][]>(`['#name', '#home', '#note'].map(id => {
        const { fontFamily, fontSize, color } = getComputedStyle(document.querySelector(id))
        return [fontFamily.replace(/\\d+/g, 'n').replace(/"/g, ''), fontSize, color]
      })`)
    const light = await look()
    expect(new Set(light.map(one => one.join())).size).toBe(1)
    expect(light[0][0]).toMatch(/^dotline-n/)
    expect(light[0].slice(1)).toEqual(['16px', 'rgb(11, 61, 92)'])
    await choose('en', 2, 'dark')
    expect((await look())[0].slice(1)).toEqual(['32px', 'rgb(220, 235, 242)'])
  })

  it('opens a piece of news in place, answers its action, and saves', async () => {
    await choose('en', 1)
    const news = page.locator('article').nth(1)
    await news.getByRole('button', { name: 'more', exact: true }).click()
    await news.getByRole('button', { name: 'take another boat' }).click()
    await expect.poll(() => page.locator('[role=status]').innerText()).toContain('waits for your')
    await page.fill('#name', 'Wren')
    await page.getByRole('button', { name: 'Save settings' }).click()
    await expect.poll(() => page.locator('[role=status]').innerText()).toContain('Saved for Wren')
  })

  it('says what it is to those who hear it: labels, headings, table', async () => {
    const names = await page.evaluate<string[]>(
      `[...document.querySelectorAll('label')].map(label => label.innerText.split('\\n')[0].trim())`,
    )
    expect(names.slice(0, 3)).toEqual(['Name', 'Home port', 'Language'])
    await expect(page.getByLabel('Name').count()).resolves.toBe(1)
    const tree = await page.locator('section').last().ariaSnapshot()
    expect(tree).toMatch(/heading "Fares"/)
    expect(tree).toMatch(/row "Single 4\.20"/)
    // What is heard of the whole page, in one file to read: a change of it is to be seen.
    await page.reload()
    await page.waitForSelector('html[data-ready=true]')
    await choose('en', 1)
    const heard = await page.locator('body').ariaSnapshot()
    await expect(heard).toMatchFileSnapshot(`heard/passengers-${file.replace('.html', '')}.yml`)
  })

  it('passes the accessibility audit, light and dark', async () => {
    for (const appearance of ['light', 'dark']) {
      await choose('en', 1, appearance)
      expect(await auditOf(page)).toEqual([])
    }
    expect(served.errors).toEqual([])
    expect(said.filter(line => !line.includes('404'))).toEqual([])
  })
})
