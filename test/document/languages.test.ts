import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import {
  type Drawing,
  defineCatalog,
  defineSheet,
  openFonts,
  openImage,
  readCatalog,
  richFromText,
} from 'dot-line'
import { type BlockSource, documentArtwork, readDocument, setDocument } from 'dot-line/document'
import { toHtmlPage } from 'dot-line/html'
import { toPdf } from 'dot-line/pdf'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { readOf, set, small, textsOf } from '../support/documents.ts'

const data = new URL('../../examples/lantern-sound/', import.meta.url)
const languages = ['en', 'de', 'el', 'ar', 'he', 'ja', 'th', 'hi']
const packages = fileURLToPath(new URL('../../node_modules/@expo-google-fonts/', import.meta.url))
const fontOf = (name: string) => {
  const folder = `${packages}${name}/${name === 'kosugi' ? '' : '400Regular/'}`
  const file = readdirSync(folder).find(one => one.endsWith('.ttf'))
  return readFileSync(folder + file)
}
const fonts = await openFonts({
  files: [
    'noto-sans-arabic',
    'noto-sans-hebrew',
    'kosugi',
    'noto-sans-thai',
    'noto-sans-devanagari',
  ].map(fontOf),
})
const family = [
  'serif',
  'Noto Sans Arabic',
  'Noto Sans Hebrew',
  'Kosugi',
  'Noto Sans Thai',
  'Noto Sans Devanagari',
]
const sheet = defineSheet({
  styles: {
    defaults: { family, size: 12, leading: 1.42 },
    strong: { weight: 'bold', synthesis: 'all' },
    boat: {},
    alert: {},
    link: {},
  },
})
const { document } = readDocument(readFileSync(new URL('notice.json', data), 'utf8'), {
  source: 'notice.json',
})
const artwork = new Map(
  await Promise.all(
    documentArtwork(document).map(
      async name => [name, await openImage(readFileSync(new URL(name, data)))] as const,
    ),
  ),
)
const noticeIn = (language: string, more: object = {}) => {
  const json = readFileSync(new URL(`strings.${language}.json`, data), 'utf8')
  const catalog = readCatalog(json, { language })
  return setDocument(document, { sheet, fonts, catalog, artwork, ...more })
}
const isLeftward = (language: string) => language === 'ar' || language === 'he'

describe.each(languages)('the notice in %s', language => {
  const laid = noticeIn(language)
  const pages = [...laid.pages()]

  it('has two pages and no problems', () => {
    expect(laid.problems).toEqual([])
    expect(laid.pageCount).toBe(2)
    expect(laid.metadata.language).toBe(language)
    for (const page of pages) expect(page.problems).toEqual([])
  })

  it('starts its lines, columns and lists at the right', () => {
    const texts = readOf(pages)
    const [title] = texts
    const edge = isLeftward(language) ? 595.28 - 64 : 64
    const sideOf = ({ x, layout }: typeof title) =>
      isLeftward(language)
        ? x + layout.width - (layout.width - Math.max(...layout.lines.map(l => l.x + l.width)))
        : x + Math.min(...layout.lines.map(l => l.x))
    expect(sideOf(title)).toBeCloseTo(edge, 1)
    const items = texts.filter(({ roles }) => roles.includes('listitem'))
    expect(items.length).toBeGreaterThan(8)
    const first = sideOf(items[0])
    if (isLeftward(language)) expect(first).toBeLessThan(edge - 10)
    else expect(first).toBeGreaterThan(edge + 10)
  })

  it('is a PDF whose text and tree are read back in order', async () => {
    const bytes = toPdf(pages, { ...laid.metadata, standards: ['PDF/UA-1'] })
    const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    expect((await pdf.getMetadata()).info).toMatchObject({ Title: laid.metadata.title })
    const flat = (text: string) => text.normalize('NFKC').replace(/[\s.\u00ad\u2066-\u2069]/g, '')
    for (const [i, page] of pages.entries()) {
      const found = await (await pdf.getPage(i + 1)).getTextContent()
      const read = flat(found.items.map(item => ('str' in item ? item.str : '')).join(''))
      const lines = textsOf(page.items).flatMap(({ layout }) =>
        layout.lines.map(({ start, end }) => layout.text.slice(start, end)),
      )
      const source = flat(lines.join(''))
      // Readers put letters from right to left into an order of their own: as many are there.
      const sorted = (text: string) => [...text].sort().join('')
      if (isLeftward(language)) expect(sorted(read)).toBe(sorted(source))
      else expect(read).toBe(source)
    }
  })

  it('is a web page in its language and direction', () => {
    const web = noticeIn(language, { continuous: true })
    const html = toHtmlPage([...web.pages()], { language })
    expect(html.includes(`<html lang="${language}">`)).toBe(true)
    expect(/dir="rtl"|direction:rtl/.test(html)).toBe(isLeftward(language))
  })
})

describe('vertical pages', () => {
  const json = readFileSync(new URL('strings.ja.json', data), 'utf8')
  const catalog = readCatalog(json, { language: 'ja' })
  const down = { ...document, page: { ...document.page, writingMode: 'vertical-rl' } } as const
  const laid = setDocument(down, { sheet, fonts, catalog, artwork })
  const pages = [...laid.pages()]

  it('have all text in order, from the right, within the margins', () => {
    expect(laid.problems).toEqual([])
    const characters = (drawings: readonly Drawing[]) =>
      readOf(drawings)
        .filter(({ roles }) => !roles.includes('note') && !roles.includes('caption'))
        .map(({ layout }) =>
          layout.text.slice(layout.lines[0]?.start ?? 0, layout.lines.at(-1)?.end ?? 0),
        )
        .join('')
        // What stands for a page number where there are no pages.
        .replaceAll('–', '')
        .replace(/[\s0-9]/g, '')
    const across = [...noticeIn('ja', { continuous: true }).pages()]
    // A large first letter is for lines that run across.
    expect(characters(pages)).toBe(characters(across))
    const [title] = readOf(pages)
    expect(title.layout.writingMode).toBe('vertical-rl')
    expect(title.x + title.layout.width).toBeCloseTo(595.28 - 64, 1)
    for (const { layout, x, y } of readOf(pages)) {
      expect(x).toBeGreaterThanOrEqual(63.9)
      expect(x + layout.width).toBeLessThanOrEqual(595.28 - 63.9)
      expect(y).toBeGreaterThanOrEqual(75.9)
      expect(y + Math.max(0, ...layout.lines.map(line => line.x + line.width))).toBeLessThan(
        841.9 - 75,
      )
    }
  })

  it('have placed blocks after their neighbors, across the lines', () => {
    const [title, subtitle] = readOf(pages)
    expect(subtitle.x + subtitle.layout.width).toBeCloseTo(title.x, 3)
    expect(subtitle.y).toBeCloseTo(title.y, 3)
  })

  it('have horizontal running heads, and all text in a PDF', async () => {
    const bytes = toPdf(pages, { ...laid.metadata, standards: ['PDF/UA-1'] })
    const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    const { items } = await (await pdf.getPage(1)).getTextContent()
    const read = items.map(item => ('str' in item ? item.str : '')).join('')
    for (const word of ['冬の時刻表', '変わること', '港務所']) expect(read).toContain(word)
    const heads = textsOf(pages[1].items).filter(({ roles }) => roles[0] === 'none')
    expect(heads[0].layout.writingMode).toBe('horizontal-tb')
  })
})

describe('texts of a catalog', () => {
  const catalog = defineCatalog(
    { greeting: 'Boats to {port}{note.sea}', sea: 'Calm.', bad: 'x' },
    { language: 'en' },
  )
  const content: BlockSource[] = [
    { kind: 'paragraph', text: { key: 'greeting', values: { port: 'Ardle Point' } } },
  ]

  it('have values, and footnotes', () => {
    const laid = set({ page: small, notes: { sea: { key: 'sea' } }, blocks: content }, { catalog })
    expect(readOf([...laid.pages()]).map(({ layout }) => layout.text)).toEqual([
      'Boats to Ardle Point1',
      '1 Calm.',
    ])
  })

  it('may be rich texts in code', () => {
    const text = richFromText('~not markup{page.x}')
    const laid = set({ page: small, blocks: [{ kind: 'paragraph', text }] })
    expect(readOf([...laid.pages()])[0].layout.text).toBe('~not markup{page.x}')
  })

  it.each([
    [
      { key: 'greetng' },
      "no text 'greetng' in the catalog at blocks[0].text.key (did you mean 'greeting'?)",
    ],
    [{ key: 5 }, 'blocks[0].text.key must be a string'],
    [{ key: 'bad', valeus: {} }, "no property 'blocks[0].text.valeus'"],
  ])('are told where there are none %#', (text, message) => {
    const wrong = [{ kind: 'paragraph', text }] as unknown as BlockSource[]
    expect(() => set({ blocks: wrong }, { catalog })).toThrow(message)
  })

  it('report notes in positions that cannot have them', () => {
    const laid = set({
      notes: { a: 'A', b: 'See {page.x}{note.a}' },
      blocks: [{ kind: 'paragraph', text: '{note.b}', id: 'x' }],
    })
    expect(laid.problems.map(({ code, location }) => [code, location])).toEqual([
      ['lost-note', 'notes.a'],
    ])
  })
})
