import { circle, draw, group, place, typesetterFor } from 'dot-line'
import type { DocumentSource, ListSource } from 'dot-line/document'
import { toHtmlPage } from 'dot-line/html'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { launchBrowser } from '../support/browser.ts'
import { fonts, set, sheet, textsOf } from '../support/documents.ts'
import { pdfSource } from '../support/pdf.ts'
import { problemsOf } from '../support/problems.ts'

let browser: Browser
let page: Page
beforeAll(async () => {
  browser = await launchBrowser()
  page = await browser.newPage()
})
afterAll(() => browser.close())

const boat = draw({ width: 60, height: 40 }, [circle(30, 20, 18, { fill: '#113355' })])
const document: DocumentSource = {
  title: 'Notice',
  language: 'en',
  terms: { port: 'Ardle Point' },
  runningHead: { start: 'Harbour ~href="https://lantern-sound.example"[office]', end: 'unheard' },
  runningFoot: { center: 'unheard {page}' },
  blocks: [
    { kind: 'heading', text: 'Boats', id: 'boats' },
    { kind: 'contents' },
    {
      kind: 'list',
      items: [
        'one',
        'two, ~href="#boats"[back]',
        [
          { kind: 'paragraph', text: 'three' },
          { kind: 'list', items: ['four', 'five'] },
        ],
      ],
    },
    { kind: 'heading', level: 2, text: 'Times' },
    {
      kind: 'table',
      columns: [{}, {}],
      caption: 'In winter',
      head: [['Port', 'Time']],
      rows: [
        ['Ardle{index.port}', ''],
        ['Quillhaven', '12:40'],
      ],
    },
    { kind: 'figure', artwork: 'boat', alt: 'A boat', caption: 'The Tern' },
    { kind: 'index' },
  ],
}
const artwork = new Map([['boat', boat]])
const pageOf = (continuous: boolean) => {
  const [page] = set(document, { artwork, continuous }).pages()
  return page
}
const inMain = (svg: string) =>
  `<!doctype html><html lang="en"><title>Notice</title><main>${svg}</main></html>`

/** What a browser tells of a page to those who listen; and what an audit finds, where it is asked. */
async function saidOf(html: string, isAudited = false) {
  await page.setContent(html)
  const violations = isAudited ? await auditOf(page) : []
  const snapshot = await page.locator('main').ariaSnapshot()
  return { snapshot, violations }
}

describe('a document is read out with its structure', () => {
  it.each([
    ['a web page', toHtmlPage(pageOf(true))],
    ['a page in HTML', toHtmlPage(pageOf(false))],
    ['a page in SVG', inMain(toSvg(pageOf(false)))],
    ['a page in SVG with its text', inMain(toSvg(pageOf(false), { textAs: 'embedded' }))],
  ])('%s', async (name, html) => {
    const { snapshot, violations } = await saidOf(html, true)
    expect(violations).toEqual([])
    const count = (pattern: RegExp) => snapshot.match(pattern)?.length ?? 0
    // Rows are of one table; contents, two lists and the index.
    expect([count(/- table/g), count(/- row /g), count(/- list:/g)]).toEqual([1, 3, 4])
    expect([count(/- listitem/g), count(/- figure "A boat"/g), count(/- caption/g)]).toEqual([
      8, 1, 2,
    ])
    for (const said of ['heading "Boats" [level=1]', 'heading "Times" [level=2]', 'cell "12:40"']) {
      expect(snapshot).toContain(said)
    }
    for (const word of ['one', 'four', 'In winter', 'The Tern', 'Port', 'Quillhaven']) {
      expect(snapshot, word).toMatch(new RegExp(`(: |img ")${word}|"${word}"`))
    }
    // What is there to be seen only is not read out, but for its links.
    expect(snapshot).not.toMatch(/unheard|•/)
    const links = [...snapshot.matchAll(/- link "([^"]*)"/g)].map(([, text]) => text)
    expect(links.includes('office')).toBe(name !== 'a web page')
    expect(links).toContain('back')
  })

  it('a PDF', async () => {
    const data = toPdf([pageOf(false)], { title: 'Notice', language: 'en' })
    const pdf = await getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise
    const tree = JSON.stringify(await (await pdf.getPage(1)).getStructTree())
    const roles = [...tree.matchAll(/"role":"([A-Za-z0-9]+)"/g)].map(([, role]) => role)
    const count = (role: string) => roles.filter(one => one === role).length
    expect(['TOC', 'TOCI', 'L', 'LI', 'Table', 'TR', 'Figure', 'Index'].map(count)).toEqual([
      1, 2, 3, 6, 1, 3, 1, 1,
    ])
  })
})

describe('the items of a list that counts', () => {
  const rules: DocumentSource = {
    title: 'Rules',
    language: 'en',
    blocks: [
      { kind: 'heading', text: 'Rules' },
      {
        kind: 'list',
        marker: 'decimal',
        start: 3,
        items: [
          'Keep off',
          [
            { kind: 'paragraph', text: 'Ask' },
            { kind: 'list', marker: 'lower-alpha', items: ['the quay'] },
          ],
        ],
      },
      {
        kind: 'table',
        rowHeaders: true,
        columns: [{}, {}],
        head: [['Port', 'Time']],
        rows: [['Ardle', '12:40']],
      },
    ],
  }
  const shown = (continuous: boolean) => [...set(rules, { continuous }).pages()]

  it('are read out with their numbers on a web page, in an ordered list', async () => {
    const html = toHtmlPage(shown(true), { title: 'Rules' })
    const { snapshot, violations } = await saidOf(html, true)
    expect(violations).toEqual([])
    expect(snapshot).toMatch(/text: "3\."\s+- paragraph: Keep off/)
    expect(snapshot).toMatch(/text: a\.\s+- paragraph: the quay/)
    expect(await page.locator('ol > li').count()).toBe(3)
    expect(await page.locator('h1, [role=heading][aria-level="1"]').count()).toBe(1)
    expect(snapshot).toContain('rowheader "Ardle"')
    expect(snapshot).toContain('cell "12:40"')
  })

  it('have their own marks when they begin with a list or another block', async () => {
    const nested: DocumentSource = {
      title: 'Rules',
      language: 'en',
      blocks: [
        { kind: 'heading', text: 'Rules' },
        {
          kind: 'list',
          marker: 'decimal',
          items: [
            [{ kind: 'list', marker: 'lower-alpha', items: ['the quay', 'the stair'] }],
            [{ kind: 'heading', level: 2, text: 'At sea' }],
            [{ kind: 'paragraph', text: 'Ask the crew before you board', initialLetter: 2 }],
          ],
        },
      ],
    }
    const { snapshot, violations } = await saidOf(
      toHtmlPage([...set(nested, { continuous: true }).pages()], { title: 'Rules' }),
      true,
    )
    expect(violations).toEqual([])
    expect(snapshot).toMatch(/"1\."\s+- list:\s+- listitem:\s+- text: a\.\s+- paragraph: the quay/)
    expect(snapshot).toMatch(/"2\."\s+- heading "At sea"/)
    expect(snapshot).toMatch(/"3\."\s+- paragraph: A ?sk the crew/)
    // On one baseline, each at its own indent.
    const [page] = set(nested, {}).pages()
    const texts = textsOf(page.items).slice(1, 4)
    expect(texts.map(({ layout }) => layout.text)).toEqual(['1.', 'a.', 'the quay'])
    const baselines = texts.map(({ layout, y }) => y + layout.lines[0].baseline)
    for (const baseline of baselines) expect(baseline).toBeCloseTo(baselines[0], 3)
    expect(texts[0].x).toBeLessThan(texts[1].x)
  })

  it('are in lists nested up to a depth that has room for text', () => {
    let list: ListSource = { kind: 'list', items: ['x'] }
    for (let i = 0; i < 99; i++) list = { kind: 'list', items: [[list]] }
    expect(textsOf([...set({ blocks: [list] }, {}).pages()][0].items).length).toBe(101)
    const deeper: DocumentSource = { blocks: [{ kind: 'list', items: [[list]] }] }
    expect(problemsOf(() => set(deeper, {}))).toMatchObject([{ code: 'too-deep' }])
  })

  it('have labels in a PDF, and the list says how it counts', async () => {
    const data = toPdf(shown(false), { title: 'Rules', language: 'en' })
    const pdf = await getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise
    const tree = JSON.stringify(await (await pdf.getPage(1)).getStructTree())
    expect(tree).toContain('"role":"Lbl"')
    const source = pdfSource(data)
    expect(source).toContain('/ListNumbering /Decimal')
    expect(source).toContain('/ListNumbering /LowerAlpha')
    expect(source.match(/\/S \/Lbl /g)).toHaveLength(3)
    expect(source).toContain('/Scope /Row')
  })
})

describe('texts of SVGs in outlines', () => {
  const { set: lay } = typesetterFor({ sheet, fonts })
  const linked = lay('Boats are late: ~href="https://lantern-sound.example"[read why]')
  const size = { width: 300, height: 60 }
  const named = { ...size, title: 'Notice' }
  const office = group([place(lay('Office'), 0, 30)], { link: 'https://lantern-sound.example' })

  it.each([
    ['with a link in one', draw(named, [place(linked, 0, 0)])],
    ['beside a link', draw(named, [place(lay('Boats are late'), 0, 0), office])],
    ['without a title', draw(size, [place(linked, 0, 0)])],
    ['a layout', linked],
  ])('are read out: %s', async (_, shown) => {
    const { snapshot } = await saidOf(inMain(toSvg(shown)))
    expect(snapshot.match(/Boats are late/g)).toHaveLength(1)
    expect(snapshot).toMatch(/link "(read why|Office)"/)
  })

  it('are one image when they have one name', async () => {
    const { snapshot } = await saidOf(inMain(toSvg(draw(named, [place(lay('Boats'), 0, 0)]))))
    expect(snapshot.trim()).toBe('- main:\n  - img "Notice"')
  })
})
