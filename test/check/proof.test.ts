import { readFileSync } from 'node:fs'
import { defineCatalog, defineSheet, openShelf } from 'dot-line'
import { proofPage } from 'dot-line/check'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openPage, type ServedPage } from '../support/browser.ts'

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')
const shelf = await openShelf({ builtIn: ['sans'] })
const html = proofPage({
  title: 'Proof of <texts>',
  sheet: defineSheet({
    inks: { text: '#0b3d5c', paper: '#ffffff' },
    styles: { defaults: { size: 16, ink: 'text' }, label: { maxLines: 1 } },
    modes: { dark: { inks: { text: '#ffffff', paper: '#04253b' } } },
  }),
  shelf,
  catalogs: [
    defineCatalog({ late: 'Boats are late', port: '</style><b>Ardle</b>' }, { language: 'en' }),
    defineCatalog({ late: 'Boote sind verspätet' }, { language: 'de' }),
  ],
  places: {
    scales: [1, 2],
    modes: ['dark'],
    places: [
      { name: 'label "a"', style: 'label', keys: 'late', width: [110, 330], background: 'paper' },
      { name: 'port', keys: 'port' },
    ],
  },
})

describe('a proof in Chromium', () => {
  let served: ServedPage
  let page: Page
  beforeAll(async () => {
    served = await openPage('examples/board', '', { viewport: { width: 1280, height: 900 } })
    page = served.page
    await page.setContent(html)
  })
  afterAll(async () => {
    await served?.close()
  })
  const shown = () =>
    page.evaluate<number>(
      `[...document.querySelectorAll('.card')].filter(one => one.checkVisibility()).length`,
    )

  it('shows every text at every place in each situation, as text', async () => {
    // Two languages, two scales, two widths, two modes; and a text without a width in one language.
    expect(await shown()).toBe(16 + 4)
    const text = await page.evaluate<string>('document.querySelector("main").innerText')
    expect(text).toContain('</style><b>Ardle</b>')
    expect(await page.title()).toBe('Proof of <texts>')
    expect(await page.evaluate('document.querySelectorAll("b:not(ol b)").length')).toBe(0)
  })

  it('outlines and numbers what is found, and tells what is of no place', async () => {
    const found = await page.evaluate<string[]>(
      `[...document.querySelectorAll('.card.found')].map(one => one.querySelector('figcaption').textContent)`,
    )
    expect(found).toContain('late · de · 200 % · 110')
    expect(found).not.toContain('late · en · 100 % · 330')
    expect(await page.textContent('.general')).toContain('missing-key port · de')
  })

  it('shows what is chosen, and keeps that in its address', async () => {
    await page.selectOption('#language', 'de')
    expect(await shown()).toBe(8)
    await page.selectOption('#code', 'text-cut')
    const count = await shown()
    expect(count).toBeGreaterThan(0)
    expect(count).toBeLessThan(8)
    expect(await page.textContent('#count')).toBe(`${count} shown`)
    expect(page.url()).toContain('language=de')
    await page.selectOption('#place', 'port')
    expect(await shown()).toBe(0)
    for (const id of ['place', 'language', 'code']) await page.selectOption(`#${id}`, { index: 0 })
    expect(await shown()).toBe(20)
  })

  it('has nothing that an audit finds', async () => {
    await page.evaluate(axe)
    const found = await page.evaluate<readonly string[]>(
      `axe.run({ rules: { 'color-contrast': { enabled: false } } }).then(({ violations }) => violations.map(({ id, nodes }) => id + ' ' + nodes[0].html.slice(0, 200)))`,
    )
    expect(found).toEqual([])
  })
})
