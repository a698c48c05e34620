import { defineCatalog, defineSheet, openFonts } from 'dot-line'
import { renderElement } from 'dot-line/server'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { serverSheet } from '../pages/server-sheet.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

let served: ServedPage
beforeAll(async () => {
  served = await openPage('test/pages', 'screen-react.html')
})
afterAll(async () => {
  await served?.close()
})

describe('text elements in React', () => {
  it('accept values as properties and dispatch events', async () => {
    const { page } = served
    await page.waitForFunction('window.ready')
    // React writes it when it has time.
    const text = () => page.evaluate<string>(`document.querySelector('dot-line')?.layout?.text`)
    await expect.poll(text).toBe('Tern is 12 min late. More')
    await page.click('dot-line >> role=button')
    await expect.poll(text).toBe('Tern is 13 min late. More')
  })
})

describe('a text that a server wrote', () => {
  const options = {
    width: 300,
    textStyle: 'body',
    markup: 'Boats to ~strong[{port}] are late: ~link,href=#n[the notice].',
    values: { port: 'Saint Orrin’s Landing' },
  } as const

  it('is shown before any script and hydrated without a shift', async () => {
    const fonts = await openFonts()
    const nonce = 'r4nd0m'
    const { html, css } = renderElement({ sheet: defineSheet(serverSheet), fonts, nonce }, options)
    const body =
      `<!doctype html><html lang="en"><meta charset="utf-8"><title>Server</title>` +
      `<style nonce="${nonce}">body{margin:20px}main{width:300px}${css}</style><main>${html}<p id="below">below</p></main>` +
      `<script type="module" src="./screen-server.js"></script></html>`
    const { page, errors } = served
    await page.route('**/server.html', route => route.fulfill({ contentType: 'text/html', body }))
    await page.goto(new URL('server.html', page.url()).href)
    await page.waitForFunction('window.ready')
    await page.evaluate('document.fonts.ready')
    const places = () =>
      page.evaluate<string>(`(() => {
          const texts = []
          const { shadowRoot } = document.querySelector('dot-line')
          const walker = document.createTreeWalker(shadowRoot?.querySelector('[lang]') ?? document.querySelector('dot-line'), NodeFilter.SHOW_TEXT)
          for (let node = walker.nextNode(); node; node = walker.nextNode()) {
            const range = document.createRange()
            range.selectNodeContents(node)
            const { left, top, width } = range.getBoundingClientRect()
            if (node.data.trim()) texts.push([node.data, Math.round(left * 4), Math.floor((top + 10) / 22), Math.round(width * 4)])
          }
          return JSON.stringify([texts, document.querySelector('#below').getBoundingClientRect().top])
        })()`)
    const before = await places()
    expect(before).toContain('Saint Orrin')
    await page.evaluate(`window.shifts = 0; new PerformanceObserver(list => {
        for (const entry of list.getEntries()) window.shifts += entry.value
      }).observe({ type: 'layout-shift', buffered: false })`)
    await page.evaluate('window.takeOver()')
    // What would shift has shifted by then.
    await page.waitForTimeout(200)
    expect(await page.evaluate(`document.querySelector('dot-line').layout?.lines.length`)).toBe(2)
    expect(await places()).toBe(before)
    expect(await page.evaluate('window.shifts')).toBe(0)
    expect(errors).toEqual([])
  })

  it('is escaped, and refused without content', async () => {
    const fonts = await openFonts()
    const sheet = defineSheet(serverSheet)
    const { html } = renderElement(
      { sheet, fonts },
      { ...options, markup: '"<b>{port}', width: 200 },
    )
    expect(html).toContain('markup="&quot;&lt;b&gt;{port}"')
    expect(html).not.toContain('<b>')
    const catalog = defineCatalog({ late: 'Late' }, { language: 'en' })
    expect(renderElement({ sheet, fonts, catalog }, { message: 'late', width: 90 }).html).toContain(
      '>Late<',
    )
    expect(() => renderElement({ sheet, fonts }, { message: 'late', width: 90 })).toThrow('catalog')
    const misspelt = { textstyle: 'body', markup: 'late', width: 90 }
    // As plain JavaScript calls it.
    const call = (...given: object[]) => Reflect.apply(renderElement, undefined, given)
    expect(() => call({ sheet, fonts }, misspelt)).toThrow("did you mean 'textStyle'?")
    expect(() => call({ sheet, fonts, font: 1 }, { markup: 'late', width: 90 })).toThrow(
      "no option 'font'",
    )
    expect(() => renderElement({ sheet, fonts, catalog }, { message: 'lat', width: 90 })).toThrow(
      "'lat'",
    )
  })
})
