import type { BlockSource, TableSource } from 'dot-line/document'
import { toPdf } from 'dot-line/pdf'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { readOf, sentence, set, shownText, small, textsOf, words } from '../support/documents.ts'
import { numbers } from '../support/random.ts'

const page = { size: [360, 320], margin: 30 } as const
const tableOf = (table: Omit<TableSource, 'kind'>, language = 'en', more: object = {}) =>
  set({ page, language, blocks: [{ kind: 'table', ...table }] }, more)
const cellsOf = (table: Omit<TableSource, 'kind'>, language?: string) =>
  textsOf([...tableOf(table, language).pages()][0].items)

describe('numbers in a table', () => {
  const fares = {
    columns: [{}, { width: 'content', align: 'decimal', decimals: 2 }],
    rows: [
      ['single', 4.2],
      ['week', 1023],
      ['season', 0.1],
      ['with', '58.5 £'],
    ],
    foot: [['together', { total: 'sum' }]],
  } as const

  /** Where the sign of a number's decimals begins. */
  const signAt = ({ layout, x }: ReturnType<typeof cellsOf>[number], sign: string) => {
    const [line] = layout.lines
    const [run] = line.runs
    const at = run.text.indexOf(sign)
    let width = 0
    const { glyphs, advances, clusters } = run.glyphs
    for (let i = 0; i < glyphs.length; i++) if (clusters[i] < at) width += advances[i]
    return x + line.x + (width * run.style.size) / 1000
  }

  it('are written as the language does, and added up', () => {
    const texts = (language: string) =>
      cellsOf(fares, language).map(({ layout }) => layout.text.replace(/\s/g, ' '))
    expect(texts('en')).toEqual([
      ...['single', '4.20', 'week', '1,023.00', 'season', '0.10', 'with', '58.5 £'],
      ...['together', '1,027.30'],
    ])
    expect(texts('de')).toContain('1.027,30')
    expect(texts('fr')).toContain('1 027,30')
  })

  it.each([
    ['en', '.'],
    ['de', ','],
    ['ar', '.'],
  ])('have their decimal signs below each other: %s', (language, sign) => {
    const cells = cellsOf(fares, language).filter(({ layout }) => /^[\d.,]+$/.test(layout.text))
    expect(cells).toHaveLength(4)
    const places = cells.slice(0, 3).map(cell => signAt(cell, sign))
    for (const place of places) expect(place).toBeCloseTo(places[0], 1)
  })

  it('are required for a sum', () => {
    const columns = [{}, {}]
    const foot = [['x', { total: 'sum' }]] as const
    expect(() => tableOf({ columns, rows: [['a', '4.2']], foot })).toThrow(
      'a sum is asked for of a column that has no numbers above it at blocks[0].foot[0][1]',
    )
    expect(() => tableOf({ columns, rows: [[5, 'b']], foot })).toThrow('no numbers')
    const early = [
      ['a', { total: 'sum' }],
      ['b', 3],
    ] as const
    expect(() => tableOf({ columns, rows: early })).toThrow(
      'no numbers above it at blocks[0].rows[0][1]',
    )
  })

  it('add up the rows above them, page by page', () => {
    const [first, second] = [3, 4].map(count => [
      ['row', count] as const,
      ['so far', { total: 'sum' }] as const,
    ])
    const [page] = [
      ...tableOf({
        columns: [{}, {}],
        head: [['year', 2026]],
        rows: [...first, ...second],
        foot: [
          ['fee', 5],
          ['all', { total: 'sum' }],
        ],
      }).pages(),
    ]
    const texts = textsOf(page.items).map(({ layout }) => layout.text)
    expect(texts.filter((_, i) => i % 2 === 1)).toEqual(['2,026', '3', '3', '4', '7', '5', '12'])
  })

  it('stay with their rows', () => {
    const rows = Array.from({ length: 40 }, (_, i) => [`row ${i}`, i])
    const pages = [...tableOf({ ...fares, rows }).pages()]
    const last = textsOf(pages[pages.length - 1].items).map(({ layout }) => layout.text)
    expect(last.slice(-4)).toEqual(['row 39', '39.00', 'together', '780.00'])
  })
})

describe('cells', () => {
  it('span rows, which stay together', async () => {
    const filler = sentence(numbers(3), 18)
    const rows = Array.from({ length: 6 }, (_, i) => [
      [{ text: `${i} ${filler}`, rowSpan: 2 }, 'a', 'b'],
      [{ text: 'wide', columnSpan: 2 }],
    ]).flat()
    const columns = [{ width: 90 }, {}, {}]
    const laid = tableOf({ columns, rows })
    const pages = [...laid.pages()]
    for (const one of pages) {
      const texts = textsOf(one.items)
      const tall = texts.filter(({ layout }) => layout.text.includes('of'))
      expect(tall.length).toBeGreaterThan(0)
      for (const { y, layout } of tall) {
        const beside = texts.filter(
          text => text.x > 120 && text.y >= y - 1 && text.y < y + layout.height,
        )
        expect(beside.map(text => text.layout.text)).toEqual(['a', 'b', 'wide'])
        expect(y + layout.height).toBeLessThan(290)
      }
    }
    const data = new Uint8Array(
      toPdf(pages, { title: 'x', language: 'en', standards: ['PDF/UA-1'] }),
    )
    const pdf = await getDocument({ data, verbosity: 0 }).promise
    expect(pdf.numPages).toBe(pages.length)
  })

  it.each([
    [[['a', 'b', 'c']], 'a row has cells for 3 columns, and the table 2'],
    [
      [
        [{ text: 'a', rowSpan: 2 }, 'b'],
        ['c', 'd'],
      ],
      'a row has cells for 3 columns',
    ],
    [[[{ text: 'a', columnSpan: 3 }]], 'a row has cells for 3 columns'],
    [[[{ text: 'a', rowSpann: 3 }, 'b']], "no property 'blocks[0].rows[0][0].rowSpann'"],
    [[[Number.NaN, 'b']], 'must be a list'],
  ])('fit the columns %#', (rows, message) => {
    expect(() => tableOf({ columns: [{}, {}], rows: rows as TableSource['rows'] })).toThrow(message)
  })

  it('are split where that is allowed, and reported where that is forced', () => {
    const long = sentence(numbers(5), 22)
    const tall = sentence(numbers(6), 400)
    const wordsOf = (table: Omit<TableSource, 'kind'>) => {
      const laid = tableOf(table)
      return {
        told: laid.problems.map(({ code, location }) => [code, location]),
        words: readOf([...laid.pages()]).flatMap(({ layout }) => words(shownText(layout))),
        pages: laid.pageCount,
      }
    }
    const columns = [{ width: 90 }, {}]
    const rows = Array.from({ length: 6 }, () => [long, 'x'])
    const whole = wordsOf({ columns, rows })
    const parted = wordsOf({ columns, rows, splitRows: true })
    expect(whole.told).toEqual([])
    expect(parted.told).toEqual([])
    expect(parted.pages).toBeLessThan(whole.pages)
    expect(parted.words.sort()).toEqual(whole.words.sort())
    const high = wordsOf({
      columns,
      rows: [
        ['a', 'b'],
        [tall, 'x'],
      ],
    })
    expect(high.told).toEqual([['over-page', 'blocks[0].rows[1]']])
    expect(high.words.sort()).toEqual([...words(tall), 'a', 'b', 'x'].sort())
    const spanning = wordsOf({ columns, rows: [[{ text: tall, rowSpan: 2 }, 'x'], ['y']] })
    expect(spanning.told[0]).toEqual(['over-page', 'blocks[0].rows[0]'])
    expect(spanning.words.sort()).toEqual([...words(tall), 'x', 'y'].sort())
  })

  it.each([
    ['of rows that are parted', true, 22],
    ['of rows that stay whole', false, 22],
    ['of rows that are higher than a page', false, 400],
    ['of those, parted', true, 400],
  ])('have the head above them on each page, and never alone: %s', (_, splitRows, length) => {
    const rows = Array.from({ length: 5 }, (_, i) => [sentence(numbers(i), length), 'x'])
    const head = [['Ports', 'Boats']]
    const laid = tableOf({ columns: [{ width: 90 }, {}], head, rows, splitRows: splitRows })
    const pages = [...laid.pages()].map(one => textsOf(one.items))
    expect(pages.length).toBeGreaterThan(1)
    for (const texts of pages) {
      const [first, second, ...cells] = texts.filter(({ layout }) => layout.text !== '')
      expect([first.layout.text, second.layout.text]).toEqual(['Ports', 'Boats'])
      expect(cells.length).toBeGreaterThan(0)
    }
  })

  it('have their footnotes on the page that they are on', () => {
    const rows = Array.from({ length: 30 }, (_, i) => [
      `row ${i + 10}${i % 10 === 0 ? `{note.n${i}}` : ''}`,
    ])
    const notes = { n0: 'zero', n10: 'ten', n20: 'twenty' }
    const content: BlockSource[] = [{ kind: 'table', columns: [{}], rows }]
    const pages = [...set({ page: small, notes, blocks: content }).pages()]
    expect(pages.length).toBeGreaterThan(1)
    for (const one of pages) {
      const texts = textsOf(one.items)
      const marks = texts.flatMap(({ layout }) => /^row \d0(\d)$/.exec(layout.text)?.[1] ?? [])
      const shown = texts.flatMap(({ layout, roles }) =>
        roles.includes('note') ? layout.text[0] : [],
      )
      expect(shown).toEqual(marks)
    }
  })
})

it('keeps a table on one page on request if it fits', () => {
  const rows = Array.from({ length: 8 }, (_, i) => [`row ${i}`])
  const content: BlockSource[] = [
    { kind: 'paragraph', text: sentence(numbers(1), 100) },
    { kind: 'table', columns: [{}], rows, keepTogether: true },
  ]
  const pages = [...set({ page: small, blocks: content }).pages()]
  const counts = pages.map(
    one => textsOf(one.items).filter(({ roles }) => roles.includes('cell')).length,
  )
  expect(counts.filter(count => count > 0)).toEqual([8])
})

it('reports columns without room and keeps them in the table', () => {
  const laid = tableOf({ columns: [{ width: 300 }, { width: 200 }], rows: [['a', 'b']] })
  expect(laid.problems.map(({ code, location }) => [code, location])).toEqual([
    ['no-room', 'blocks[0].columns'],
  ])
  const [a, b] = textsOf([...laid.pages()][0].items)
  expect([a.x, b.x]).toEqual([36, 30 + 180 + 6])
})
