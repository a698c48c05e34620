import { circle, draw, group, place, typesetterFor } from 'dot-line'
import type { BlockSource } from 'dot-line/document'
import { toHtml, toHtmlPage } from 'dot-line/html'
import { toSvg } from 'dot-line/svg'
import type { Browser } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { launchBrowser } from '../support/browser.ts'
import { fonts, set, sheet } from '../support/documents.ts'

let browser: Browser
beforeAll(async () => {
  browser = await launchBrowser()
})
afterAll(() => browser.close())

const filler = (count: number): BlockSource[] =>
  Array.from({ length: count }, (_, i) => ({ kind: 'paragraph', text: `Boats ${i}. `.repeat(40) }))
const plan = draw({ width: 60, height: 40, title: 'Plan' }, [
  circle(30, 20, 18, { fill: '#113355' }),
])
const content: readonly BlockSource[] = [
  { kind: 'contents' },
  { kind: 'paragraph', text: '~href="#plan"[The plan], ~href="#table"[the times]' },
  ...filler(8),
  { kind: 'heading', text: 'Harbour', id: 'harbour' },
  ...filler(8),
  { kind: 'heading', text: 'Lamp & "rain"', id: 'lamp' },
  ...filler(8),
  { kind: 'figure', artwork: 'plan', alt: 'A plan', caption: 'The plan', id: 'plan' },
  ...filler(8),
  { kind: 'table', columns: [{}], head: [['Boat']], rows: [['Tern{index.tern}']], id: 'table' },
  ...filler(8),
  { kind: 'index' },
]
const [page] = set(
  { title: 'Boats', language: 'en', terms: { tern: 'Tern' }, blocks: content },
  { continuous: true, artwork: new Map([['plan', plan]]) },
).pages()

describe('links of a document lead to their places on a web page', () => {
  it.each([
    ['HTML', toHtmlPage(page)],
    ['SVG', `<!doctype html><body style="margin:0">${toSvg(page)}`],
    [
      'SVG with text',
      `<!doctype html><body style="margin:0">${toSvg(page, { textAs: 'embedded' })}`,
    ],
  ])('%s', async (_, html) => {
    const shown = await browser.newPage({ viewport: { width: 900, height: 500 } })
    await shown.setContent(html)
    const links = await shown.evaluate(() =>
      [...document.querySelectorAll('a')].map(a => a.getAttribute('href') ?? ''),
    )
    const all = [...new Set(links)]
    expect(all).toEqual(expect.arrayContaining(['#harbour', '#lamp', '#plan', '#table']))
    // And that of the index, which leads to a cell.
    expect(all).toHaveLength(5)
    const places: number[] = []
    for (const link of all) {
      const top = await shown.evaluate(href => {
        window.scrollTo(0, 0)
        location.hash = href
        const target = document.getElementById(href.slice(1))
        return { of: target?.getBoundingClientRect().top ?? Number.NaN, scrolled: window.scrollY }
      }, link)
      expect(top.of, link).toBeGreaterThan(-1)
      expect(top.of, link).toBeLessThan(500)
      expect(top.scrolled, link).toBeGreaterThan(400)
      places.push(top.scrolled)
    }
    expect(new Set(places).size).toBeGreaterThanOrEqual(4)
    await shown.close()
  })
})

it('ids of groups and texts are written once, and only valid ones', () => {
  const typesetter = typesetterFor({ sheet, fonts })
  const text = (id: string) => place(typesetter.set('Boats'), 0, 0, {}, { id })
  const inner = group([text('text')], { role: 'note', id: 'inner' })
  const outer = group([inner, text('two words'), text('inner')], { role: 'figure', id: 'a"<' })
  const both = draw({ width: 100, height: 60 }, [outer, group([text('outer')], { id: 'inner' })])
  const ids = (html: string) =>
    [...html.matchAll(/<(?:div|span|g)[^>]* id="([^"]*)"/g)].map(m => m[1])
  const wanted = ['a&quot;&lt;', 'inner', 'text', 'outer']
  expect(ids(toHtml([both, both]).html)).toEqual(wanted)
  expect(ids(toSvg(both))).toEqual(wanted)
})
