import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openPage, type ServedPage } from '../support/browser.ts'

let served: ServedPage
let page: Page
beforeAll(async () => {
  served = await openPage('test/pages', 'light.html', { viewport: { width: 700, height: 900 } })
  page = served.page
  await page.waitForFunction('window.lightReady === true')
  await page.evaluate(`(async () => {
    provider.update({ sheet: provider.sheet.with({ styles: { upright: { size: 16, writingMode: 'vertical-rl' } } }) })
    document.querySelector('main').innerHTML =
      '<dot-line id="text" text-style="upright" markup="The boat to Ardle Point leaves at noon from the second quay"></dot-line>'
    await provider.settled()
  })()`)
})
afterAll(async () => {
  await served?.close()
})

/** The text's lines, its layout's height, and how far it reaches beyond its element's content box. */
const measured = (css: string) =>
  page.evaluate<{ lines: number; height: number; beyond: number }>(`(async () => {
    const text = document.querySelector('#text')
    text.style.cssText = ${JSON.stringify(css)}
    for (let i = 0; i < 3; i++) {
      await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
      await provider.settled()
    }
    const { bottom } = text.getBoundingClientRect()
    const inner = text.shadowRoot.querySelector('.dotline-frame').getBoundingClientRect()
    const padding = Number.parseFloat(getComputedStyle(text).paddingBottom)
    const { lines, height } = text.layout
    return { lines: lines.length, height, beyond: inner.bottom - (bottom - padding) }
  })()`)

describe('vertical text in a box of the page', () => {
  it('is one line as long as it needs, where the page leaves its height open', async () => {
    const free = await measured('')
    expect(free.lines).toBe(1)
    expect(free.height).toBeGreaterThan(300)
    expect(free.beyond).toBeLessThan(1)
  })

  it.each([
    ['a height', 'block-size: 200px'],
    ['a maximum', 'max-block-size: 160px'],
    ['padding', 'block-size: 200px; padding: 10px; box-sizing: border-box'],
  ])('wraps within %s, and keeps to it', async (_, css) => {
    const { lines, beyond } = await measured(css)
    expect(lines).toBeGreaterThan(1)
    expect(beyond).toBeLessThan(1)
  })

  it('follows a box that grows, shrinks and is left open again', async () => {
    const low = await measured('block-size: 120px')
    const high = await measured('block-size: 260px')
    expect(high.lines).toBeLessThan(low.lines)
    expect(high.beyond).toBeLessThan(1)
    expect((await measured('block-size: 120px')).lines).toBe(low.lines)
    expect((await measured('')).lines).toBe(1)
    expect(served.errors).toEqual([])
  })
})
