import { defineCatalog, defineSheet, draw, inkBox, openFonts, readSheet } from 'dot-line'
import { type ProofOptions, proofDrawings, proofPage } from 'dot-line/check'
import { toPdf } from 'dot-line/pdf'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'
import { readPdf } from '../support/pdf.ts'

const fonts = await openFonts({ builtIn: ['sans'] })
const options: ProofOptions = {
  title: 'Proof of <texts>',
  sheet: defineSheet({
    inks: { text: '#0b3d5c', paper: '#ffffff' },
    styles: { defaults: { size: 16, ink: 'text' }, label: { maxLines: 1 } },
    modes: { dark: { inks: { text: '#ffffff', paper: '#04253b' } } },
  }),
  fonts,
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
}
const html = proofPage(options)

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

  it('outlines and numbers the findings and lists those without a place', async () => {
    const found = await page.evaluate<string[]>(
      `[...document.querySelectorAll('.card.found')].map(one => one.querySelector('figcaption').textContent)`,
    )
    expect(found).toContain('late · de · 200 % · 110')
    expect(found).not.toContain('late · en · 100 % · 330')
    expect(await page.textContent('.general')).toContain('missing-key port · de')
  })

  it('filters its texts and keeps the filter in its address', async () => {
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

  it('passes the accessibility audit', async () => {
    expect(await auditOf(page, ['color-contrast'])).toEqual([])
  })
})

describe('a proof against another sheet', () => {
  const was = (styles: object) =>
    readSheet(
      JSON.stringify({
        inks: { text: '#0b3d5c', paper: '#ffffff' },
        styles: { defaults: { size: 16, ink: 'text' }, label: { maxLines: 1 }, ...styles },
        modes: { dark: { inks: { text: '#ffffff', paper: '#04253b' } } },
      }),
    )
  /** What moved, by the caption of each card that moved. */
  function movedIn(page: string): Map<string, string> {
    const cards = page.matchAll(/<figcaption>([^<]*)<\/figcaption>(.*?)<\/figure>/gs)
    return new Map(
      [...cards].flatMap(([, caption, card]) => {
        const [, moved] = /<p class="moved">([^<]*)<\/p>/.exec(card) ?? []
        return moved === undefined ? [] : [[caption, moved]]
      }),
    )
  }

  it('shows both and lists the changes of lines, heights, breaks, inks and faces', () => {
    expect(movedIn(proofPage({ ...options, against: was({}) }))).toEqual(new Map())
    const page = proofPage({ ...options, against: was({ label: { ink: '#c0ffee' } }) })
    expect(movedIn(page).get('late · en · 100 % · 330')).toBe('another ink')
    expect(movedIn(page).has('port · en · 100 %')).toBe(false)
    expect(page.match(/<p class="name">was<\/p>/g)?.length).toBe(20)
    const wrapped = movedIn(proofPage({ ...options, against: was({ label: {} }) }))
    expect(wrapped.get('late · en · 200 % · 110')).toMatch(
      /^lines 1, was \d; height .*lines break elsewhere$/,
    )
    const bold = movedIn(
      proofPage({ ...options, against: was({ label: { maxLines: 1, weight: 700 } }) }),
    )
    expect(bold.get('late · en · 100 % · 330')).toMatch(
      /^width of the text [\d.]+, was [\d.]+; another face$/,
    )
    const only = proofPage({
      ...options,
      against: was({ label: { ink: '#c0ffee' } }),
      onlyFound: true,
    })
    expect(only.includes('late · en · 100 % · 330')).toBe(true)
    expect(only.includes('port · en · 100 %')).toBe(false)
  })

  it('is drawn on pages without overlaps or overflow', async () => {
    const many = { ...options, against: was({ label: {} }) }
    const pages = proofDrawings(many)
    expect(pages.length).toBeGreaterThan(1)
    const { pages: read } = await readPdf(toPdf(pages, { standards: ['PDF/UA-1'], title: 'Proof' }))
    const said = read.map(runs => runs.map(({ text }) => text).join(' ')).join(' ')
    for (const words of [
      'label "a"',
      'late · de · 200 % · 110 · dark',
      'missing-key',
      'text-cut',
      'Wherever they stand',
    ]) {
      expect(said.replace(/\s+/g, ' ').includes(words), words).toBe(true)
    }
    for (const {
      box: { width, height },
      items,
    } of pages) {
      const boxes = items.flatMap(item =>
        item.kind === 'group' ? [inkBox(draw({ width, height }, [item]))] : [],
      )
      expect(boxes.length).toBeGreaterThan(1)
      for (const [i, box] of boxes.entries()) {
        expect(box).toBeDefined()
        if (!box) continue
        expect(box.x).toBeGreaterThanOrEqual(0)
        expect(box.x + box.width).toBeLessThanOrEqual(width)
        expect(box.y + box.height).toBeLessThanOrEqual(height)
        for (const other of boxes.slice(i + 1)) {
          const isApart =
            !other ||
            box.x + box.width <= other.x + 0.01 ||
            other.x + other.width <= box.x + 0.01 ||
            box.y + box.height <= other.y + 0.01 ||
            other.y + other.height <= box.y + 0.01
          expect(isApart).toBe(true)
        }
      }
    }
  })

  it('has larger pages where a text is larger', () => {
    const places = {
      scales: [3],
      places: [{ name: 'wide', keys: 'late', width: 1440, height: 900 }],
    }
    const [page] = proofDrawings({ ...options, places })
    expect(page.box.width).toBeGreaterThan(1440)
    expect(page.box.height).toBeGreaterThan(900)
  })
})
