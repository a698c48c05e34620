import { defineSheet, openShelf, typesetter } from 'dot-line'
import { toHtml, toHtmlPage } from 'dot-line/html'
import type { Browser } from 'playwright-core'
import type { ViteDevServer } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MeasuredHtml } from '../pages/html.ts'
import { launchBrowser, serve } from '../support/browser.ts'

/** In CSS pixels. */
const tolerance = 0.5

describe('HTML in Chromium', () => {
  let browser: Browser
  let server: ViteDevServer
  let measured: readonly MeasuredHtml[]

  beforeAll(async () => {
    let url: string
    ;({ server, url } = await serve('test/pages'))
    browser = await launchBrowser()
    const page = await browser.newPage()
    await page.goto(`${url}html.html`)
    await page.waitForFunction('window.measured !== undefined', undefined, { timeout: 60_000 })
    expect(await page.evaluate('window.failure')).toBeUndefined()
    measured = await page.evaluate<MeasuredHtml[]>('window.measured')
  }, 90_000)
  afterAll(async () => {
    await browser?.close()
    await server?.close()
  })

  it('has the plain text, and every phrase is found in it', () => {
    expect(measured.length).toBeGreaterThan(10)
    for (const { name, text, innerText, lost } of measured) {
      expect(innerText, name).toBe(text)
      expect(lost, name).toEqual([])
    }
  })

  it('has its baselines and the starts of its runs where they are', () => {
    for (const { name, baseline, start } of measured) {
      expect(baseline, `${name}: baselines`).toBeLessThan(tolerance)
      expect(start, `${name}: starts`).toBeLessThan(tolerance)
    }
  })

  it('needs no style attributes: a policy that forbids them changes nothing', () => {
    for (const { name, styled } of measured) expect(styled, name).toBe(0)
  })
})

describe('the HTML itself', () => {
  it('shows any text as text, and links of allowed schemes only', async () => {
    const sheet = defineSheet({ styles: {} })
    const setter = typesetter({ sheet, shelf: await openShelf(), problems: 'collect' })
    const nasty = '</span><script>x</script>"\'& \u0000\ud800 ]]> </style>'
    const layout = setter.set('{nasty} ~(href=https://lantern.example/?a="b")[x]', {
      values: { nasty },
    })
    const { html, css } = toHtml(layout, { fontUrl: () => '"</style><script>' })
    expect(html).not.toMatch(/<script|\0|\ud800| style=/)
    expect(css).not.toMatch(/<\/style|<script/)
    expect(html.match(/<span/g)?.length).toBe(html.match(/<\/span>/g)?.length)
    expect(toHtml(setter.set('~(href=javascript:x)[x]' as 'x')).html).not.toContain('javascript')
  })

  it('tells what it does not show', async () => {
    const sheet = defineSheet({
      inks: { dusk: { gradient: 'linear', stops: ['#000', '#f00'] } },
      styles: {
        backed: {
          backing: { ink: '#ff0' },
          shadow: { ink: '#000', x: 1 },
          stroke: { ink: '#f00', width: 1 },
        },
        dusk: { ink: 'dusk' },
        down: { writingMode: 'vertical-rl' },
      },
    })
    const setter = typesetter({ sheet, shelf: await openShelf() })
    const { css, problems } = toHtml(setter.set('~backed[a] ~dusk[b]'))
    expect(problems.map(problem => problem.message)).toEqual([
      'HTML does not show backings',
      'HTML does not show gradients, of which the middle color is taken',
    ])
    expect(css).toContain('text-shadow:1px 0px 0px #000000')
    expect(css).toContain('-webkit-text-stroke:2px #ff0000;paint-order:stroke fill')
    expect(() => toHtml(setter.set('a', { style: 'down' }))).toThrow('vertical text')
    const { page } = toHtmlPage([setter.set('one'), setter.set('two')], {
      nonce: 'a"b',
      title: '<t>',
    })
    expect(page).toContain('<style nonce="a&quot;b">')
    expect(page).toContain('<title>&lt;t&gt;</title>')
  })
})
