import { readFileSync } from 'node:fs'
import { defineSheet, openFonts } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { renderPage } from 'dot-line/server'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { launchBrowser } from '../support/browser.ts'

const sheet = defineSheet({
  styles: {
    body: { size: 18, leading: 1.4 },
    print: { from: 'body', family: 'serif' },
    code: { from: 'body', family: 'mono', size: 14 },
    strong: { weight: 700 },
  },
})
const words =
  'Boats to Quillhaven are ~strong[half an hour late] this morning, because a gale is coming in from the south. '
const body = ['body', 'print', 'code']
  .map(style => `<dot-line text-style="${style}" markup="${words.repeat(4)}"></dot-line>`)
  .join('\n')
const html = `<!doctype html><html lang="en"><head><title>Boats</title><style>body { width: 620px }</style></head><body>${body}</body></html>`

interface TextBox {
  readonly height: number
  readonly baseline: number
  readonly width: number
}

describe('served text before its fonts have come', () => {
  let page: Page
  let close = async () => {}
  let open: (display: 'block' | 'swap') => Promise<() => void>

  beforeAll(async () => {
    const fonts = await openFonts()
    const browser = await launchBrowser()
    close = () => browser.close()
    page = await browser.newPage()
    open = async fontDisplay => {
      let arrive = () => {}
      const arrived = new Promise<void>(resolve => {
        arrive = resolve
      })
      const rendered = renderPage(html, {
        sheet,
        fonts,
        fontUrl: face => `/fonts/${face.postScriptName}.ttf`,
        fontDisplay,
      })
      await page.unrouteAll()
      await page.route('http://localhost:9/**', async route => {
        const { pathname } = new URL(route.request().url())
        if (!pathname.startsWith('/fonts/')) {
          return route.fulfill({ contentType: 'text/html', body: rendered })
        }
        await arrived
        const file = allFaces.find(({ url }) =>
          url.pathname.endsWith(pathname.replace('/fonts', '')),
        )
        return route.fulfill({ body: file && readFileSync(file.url), contentType: 'font/ttf' })
      })
      await page.goto('http://localhost:9/', { waitUntil: 'commit' })
      await page.waitForSelector('dot-line:nth-of-type(3)', { state: 'attached' })
      return arrive
    }
  })
  afterAll(() => close())

  const boxes = () =>
    page.evaluate<TextBox[]>(`[...document.querySelectorAll('dot-line')].map(text => {
      const mark = document.createElement('span')
      mark.style = 'display:inline-block'
      text.firstElementChild.prepend(mark)
      const baseline = mark.getBoundingClientRect().bottom - text.getBoundingClientRect().top
      mark.remove()
      const range = document.createRange()
      const walker = document.createTreeWalker(text, NodeFilter.SHOW_TEXT)
      range.selectNodeContents(walker.nextNode())
      const [line] = range.getClientRects()
      return { height: text.getBoundingClientRect().height, baseline, width: line.width }
    })`)

  it('is shown in faces of the system that take as much room', async context => {
    const arrive = await open('swap')
    await page.evaluate(`(() => {
      window.shift = 0
      new PerformanceObserver(list => {
        for (const { value } of list.getEntries()) window.shift += value
      }).observe({ type: 'layout-shift', buffered: true })
    })()`)
    const before = await boxes()
    const loaded = (isSystem: boolean) =>
      page.evaluate<number>(
        `[...document.fonts].filter(({ status, family }) =>
          status === 'loaded' && family.includes('system') === ${isSystem}).length`,
      )
    expect(await loaded(false)).toBe(0)
    // Some systems have none of these fonts.
    if ((await loaded(true)) < 6) context.skip()
    arrive()
    await page.waitForFunction(
      `[...document.fonts].filter(({ family }) => !family.includes('system')).every(({ status }) => status === 'loaded')`,
    )
    const after = await boxes()
    for (const [i, text] of after.entries()) {
      expect(before[i].height).toBe(text.height)
      expect(Math.abs(before[i].baseline - text.baseline)).toBeLessThan(1)
      expect(Math.abs(before[i].width / text.width - 1)).toBeLessThan(0.12)
    }
    // Bold words move sideways in their lines; no line and no text does.
    expect(await page.evaluate('window.shift')).toBeLessThan(0.01)
  })

  it('is hidden for a moment without', async () => {
    const arrive = await open('block')
    const css = await page.evaluate<string>(
      `document.querySelector('style:not(:only-child)').textContent`,
    )
    expect(css).not.toContain('swap')
    expect(await page.content()).not.toContain('size-adjust')
    arrive()
  })
})
