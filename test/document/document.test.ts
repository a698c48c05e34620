import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { DotLineError, type Drawing, draw, readCatalog } from 'dot-line'
import {
  type BlockSource,
  type DocumentSource,
  documentJsonSchema,
  readDocument,
} from 'dot-line/document'
import { toHtml } from 'dot-line/html'
import { toPdf } from 'dot-line/pdf'
import fc from 'fast-check'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import {
  type Placed,
  readOf,
  sentence,
  set,
  shownText,
  small,
  textsOf,
  words,
} from '../support/documents.ts'
import { markedTexts, pdfSource } from '../support/pdf.ts'
import { mutatedText, numbers, roundsOf } from '../support/random.ts'

/** A document of all kinds of blocks, its words numbered so that each can be told. */
function randomDocument(seed: number): { document: DocumentSource; expected: string[] } {
  const next = numbers(seed)
  const content: BlockSource[] = []
  const expected: string[] = []
  let count = 0
  const text = (length: number) => {
    const own = `${sentence(next, length)} w${count++}`
    expected.push(...words(own))
    return own
  }
  for (let i = 0; i < 3 + next(14); i++) {
    const kind = next(7)
    if (kind === 0) content.push({ kind: 'heading', level: 1 + next(3), text: text(1 + next(6)) })
    else if (kind === 1)
      content.push({
        kind: 'list',
        marker: 'decimal',
        items: Array.from({ length: 1 + next(4) }, () => text(next(40))),
      })
    else if (kind === 2) {
      content.push({
        kind: 'table',
        columns: [{ width: { share: 2 } }, { width: 60 }],
        head: [[text(1), text(1)]],
        rows: Array.from({ length: 1 + next(14) }, () => [text(next(5)), text(1)]),
      })
    } else if (kind === 3 && content[content.length - 1]?.kind !== 'heading')
      content.push({ kind: 'rule' })
    else if (kind === 4)
      content.push({ kind: 'quotation', text: text(next(20)), keepTogether: true })
    else content.push({ kind: 'paragraph', text: text(next(160)) })
  }
  return {
    document: { page: { ...small, columns: 1 + next(2), gap: 12 }, blocks: content },
    expected,
  }
}

describe('a document on pages', () => {
  it('has every word once and in order, and no text out of its columns', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), seed => {
        const { document, expected } = randomDocument(seed)
        const laid = set(document)
        const pages = [...laid.pages()]
        expect(pages.length).toBe(laid.pageCount)
        const texts = readOf(pages)
        expect(texts.flatMap(({ layout }) => words(shownText(layout)))).toEqual(expected)
        for (const page of pages) {
          for (const { layout, y } of textsOf(page.items)) {
            if (laid.problems.length > 0) continue
            expect(y + layout.height).toBeLessThanOrEqual(320 - 30 + 0.01)
            expect(y).toBeGreaterThanOrEqual(30 - 0.01)
          }
        }
      }),
      { numRuns: roundsOf(25) },
    )
  })

  it('keeps headings with what follows, and no line of a paragraph alone', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), seed => {
        const { document } = randomDocument(seed)
        const pages = [...set(document).pages()]
        for (const page of pages.slice(0, -1)) {
          const columns = new Map<number, Placed[]>()
          for (const one of textsOf(page.items)) {
            const column = one.x < 130 || document.page?.columns === 1 ? 0 : 1
            columns.set(column, [...(columns.get(column) ?? []), one])
          }
          for (const texts of columns.values()) {
            const last = texts.reduce((a, b) => (b.y > a.y ? b : a))
            // Only where it begins the column is there no better place.
            const others = texts.filter(({ roles }) => !roles.includes('heading'))
            if (last.roles.includes('heading')) expect(others).toEqual([])
          }
        }
        // A paragraph that is parted has two lines or more on each side.
        for (const { layout, roles } of readOf(pages)) {
          if (!roles.includes('paragraph')) continue
          const isPart = layout.continuation !== undefined || (layout.lines[0]?.start ?? 0) > 0
          if (isPart) expect(layout.lines.length).toBeGreaterThanOrEqual(2)
        }
      }),
      { numRuns: roundsOf(40) },
    )
  })

  it('repeats the head of a table where that goes on, to be seen only', () => {
    const rows = Array.from({ length: 40 }, (_, i) => [`Port ${i}`, '07:00'])
    const table = {
      kind: 'table',
      columns: [{}, { width: 'content', align: 'end' }],
      head: [['Port', 'First']],
      rows,
    } as const
    const pages = [...set({ page: small, blocks: [table] }).pages()]
    expect(pages.length).toBeGreaterThan(2)
    pages.forEach((page, i) => {
      const [first] = textsOf(page.items)
      expect(shownText(first.layout)).toBe('Port')
      expect(first.roles.includes('none')).toBe(i > 0)
    })
  })

  it('puts footnotes at the foot of the page that asks for them, numbered', () => {
    const filler = sentence(numbers(3), 120)
    const laid = set({
      page: small,
      notes: { tide: 'Above chart datum.', gale: 'Above force eight.' },
      blocks: [
        { kind: 'paragraph', text: `${filler} Heights{note.tide}.` },
        { kind: 'paragraph', text: `${filler} Lamp{note.gale}.`, keepTogether: true },
      ],
    })
    const pages = [...laid.pages()]
    const notes = pages.map(page =>
      textsOf(page.items).filter(({ roles }) => roles.includes('note')),
    )
    const told = notes.map(list => list.map(({ layout }) => layout.text))
    expect(told.flat()).toEqual(['1 Above chart datum.', '2 Above force eight.'])
    for (const list of notes)
      for (const { layout, y } of list) expect(y + layout.height).toBeCloseTo(290, 3)
  })

  it('puts the note of a split paragraph on the page of its mark', () => {
    const filler = sentence(numbers(3), 190)
    const laid = set({
      page: small,
      notes: { early: 'Early.', late: 'Late.' },
      blocks: [{ kind: 'paragraph', text: `Heights{note.early} ${filler} lamp{note.late}.` }],
    })
    const pages = [...laid.pages()].map(page => textsOf(page.items))
    expect(pages.length).toBeGreaterThan(1)
    const last = pages.length - 1
    const notesOf = (page: number) =>
      pages[page].filter(({ roles }) => roles.includes('note')).map(({ layout }) => layout.text)
    expect(notesOf(0)).toEqual(['1 Early.'])
    expect(notesOf(last)).toEqual(['2 Late.'])
  })

  it('refuses content that would fill the memory and shows an empty drawing as nothing', () => {
    const blocks = [{ kind: 'paragraph', text: 'x' }] as const
    const far = [{ page: 1, style: 'upper-alpha', start: 1e9 }] as const
    expect(() => set({ blocks: blocks, pageLabels: far })).toThrow(
      'a whole number from 1 to 100000',
    )
    expect(() => set({ blocks: blocks, page: { columns: 1e7, gap: -50 } })).toThrow(
      'page.columns must be a whole number from 1 to 100',
    )
    expect(() => set({ blocks: blocks, page: { columns: 2, gap: -50 } })).toThrow('a number from 0')
    const artwork = new Map([['none', draw({ width: 0, height: 0 }, [])]])
    const figure = { kind: 'figure', artwork: 'none', alt: 'Nothing' } as const
    const [page] = set({ blocks: [figure, ...blocks] }, { artwork }).pages()
    const [text] = textsOf(page.items)
    expect(text.layout.text).toBe('x')
    expect(Number.isFinite(text.y)).toBe(true)
  })

  it('refers to pages, lists its contents, and numbers its headings', () => {
    const filler = sentence(numbers(4), 200)
    const content: BlockSource[] = [
      { kind: 'contents' },
      { kind: 'heading', text: 'Boats' },
      { kind: 'paragraph', text: `See page {page.rules}. ${filler}` },
      { kind: 'heading', level: 2, text: 'Rules of ~strong[landing]', id: 'rules' },
      { kind: 'paragraph', text: filler },
    ]
    const laid = set({ page: small, numbered: true, blocks: content })
    expect(laid.contents.map(({ text, id }) => [text, id])).toEqual([
      ['1 Boats', 'heading-1'],
      ['1.1 Rules of landing', 'rules'],
    ])
    const pages = [...laid.pages()]
    const rules = pages.findIndex(page =>
      textsOf(page.items).some(
        ({ layout, roles }) => roles.includes('heading') && layout.text.includes('Rules'),
      ),
    )
    const all = readOf(pages).map(({ layout }) => layout.text)
    expect(all.find(text => text.startsWith('1.1 Rules'))).toBe(
      `1.1 Rules of landing\t${rules + 1}`,
    )
    expect(all.some(text => text.startsWith(`See page ${rules + 1}.`))).toBe(true)
    expect(() =>
      set({
        blocks: [
          { kind: 'paragraph', text: '{page.rulse}' },
          { kind: 'heading', text: 'x', id: 'rules' },
        ],
      }),
    ).toThrow(
      "'{page.rulse}' refers to 'rulse', and nothing in the document has that id at blocks[0].text (did you mean 'rules'?)",
    )
  })

  it('gives headings unique ids', () => {
    const heading = (text: string, id?: string) =>
      ({ kind: 'heading', text, ...(id !== undefined && { id }) }) as const
    const content = [
      ...[heading('One'), heading('Two', 'heading-0'), heading('Three', 'heading-2')],
      ...[heading('Four'), heading('Five'), heading('Six', 'heading-5')],
    ]
    const { contents } = set({ blocks: content })
    expect(contents.map(({ text }) => text)).toEqual(['One', 'Two', 'Three', 'Four', 'Five', 'Six'])
    expect(new Set(contents.map(({ id }) => id)).size).toBe(6)
  })

  it('has running heads and feet with page numbers, different on first pages and mirrored in books', () => {
    const laid = set({
      page: { size: 'A6', margin: { top: 40, end: 20, bottom: 40, start: 50 }, facing: true },
      runningHead: { start: '{heading}', end: 'Ferries' },
      firstRunningHead: {},
      runningFoot: { center: '{page} of {pages}' },
      blocks: [
        { kind: 'heading', text: 'Boats' },
        { kind: 'page-break' },
        { kind: 'paragraph', text: 'x' },
        { kind: 'page-break' },
        { kind: 'paragraph', text: 'y' },
      ],
    })
    const running = [...laid.pages()].map(page =>
      textsOf(page.items).filter(({ roles }) => roles.includes('none')),
    )
    expect(running.map(list => list.map(({ layout }) => layout.text))).toEqual([
      ['1 of 3'],
      ['Ferries', 'Boats', '2 of 3'],
      ['Boats', 'Ferries', '3 of 3'],
    ])
    // The wider margin is at the back of the book.
    expect(running[1][0].x).toBeCloseTo(20)
    expect(running[2][0].x).toBeCloseTo(50)
  })
})

describe('an output of a document', () => {
  const path = new URL('../../examples/lantern-sound/notice.json', import.meta.url)
  const { document: inKeys } = readDocument(readFileSync(path, 'utf8'), { source: 'notice.json' })
  const document = { ...inKeys, page: { ...inKeys.page, columns: 1 } }
  const strings = new URL('../../examples/lantern-sound/strings.en.json', import.meta.url)
  const catalog = readCatalog(readFileSync(strings, 'utf8'), { language: 'en' })

  it('truncates a running head that is too wide and reports it once', () => {
    const paragraph = { kind: 'paragraph', text: 'Boats leave at noon.' } as const
    const long =
      'A very long title of a chapter about boats and everything they carry over the sound'
    const heading = { kind: 'heading', text: long } as const
    const newPage = { kind: 'page-break' } as const
    const page = { size: [300, 200], margin: 20 } as const
    const laid = (header: object) =>
      set({ page, runningHead: header, blocks: [heading, paragraph, newPage, heading, paragraph] })
    for (const header of [
      { start: '{heading}', end: 'Page {page} of {pages}' },
      { start: 'Ferries', end: '{heading}' },
      { start: '{heading}', center: 'Lantern Sound', end: '{heading}' },
      { center: '{heading}' },
    ]) {
      const { pages, problems } = laid(header)
      const told = problems.filter(({ code }) => code === 'no-room')
      const parts = Object.values(header).filter(text => text === '{heading}')
      expect(told).toHaveLength(parts.length)
      expect(told[0].message).toMatch(/^the text of runningHead\.\w+ is wider .* first on page 1$/)
      for (const shown of pages()) {
        const boxes = textsOf(shown.items)
          .filter(({ roles }) => roles.includes('none'))
          .map(({ x, layout }) => {
            const [line] = layout.lines
            return [x + line.x, x + line.x + line.width]
          })
          .toSorted(([a], [b]) => a - b)
        expect(boxes.length).toBe(Object.keys(header).length)
        let before = 20 - 0.01
        for (const [left, right] of boxes) {
          expect(left).toBeGreaterThanOrEqual(before)
          before = right
        }
        expect(before).toBeLessThanOrEqual(280.01)
      }
    }
    expect(laid({ start: 'Ferries', end: 'Winter' }).problems).toEqual([])
  })

  it('has the same lines on a web page as on paper of its width', () => {
    const linesOf = (pages: Iterable<Drawing>) =>
      readOf([...pages])
        .filter(({ roles }) => !roles.includes('note'))
        .flatMap(({ layout }) =>
          layout.lines.map(line =>
            layout.text
              .slice(line.start, line.end)
              .trim()
              .replace(/page [\d–]/g, 'page'),
          ),
        )
    const paper = linesOf(set(document, { catalog }).pages())
    const web = set(document, { catalog, continuous: true })
    const drawn = [...web.pages()]
    expect(drawn).toHaveLength(1)
    expect(linesOf(drawn)).toEqual(paper)
    expect(toHtml(drawn[0]).html).toContain('role="heading"')
  })

  it('is a PDF whose elements are those of the document, in order', async () => {
    const laid = set(document, { catalog })
    const bytes = toPdf([...laid.pages()], { ...laid.metadata, standards: ['PDF/UA-1'] })
    const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    const tree = await (await pdf.getPage(1)).getStructTree()
    const roles = JSON.stringify(tree).match(/"role":"(H1|H2|P|L|Table|TH|TD|LBody)"/g) ?? []
    expect(roles[0]).toBe('"role":"H1"')
    expect(new Set(roles).size).toBeGreaterThanOrEqual(3)
    // Readers that do not know a type take it for what they do.
    const source = pdfSource(bytes)
    expect(source).toContain('/S /Subtitle')
    expect(source).toContain('/RoleMap << /Subtitle /P >>')
    const outline = await pdf.getOutline()
    expect(outline[0].title.replace(/\s/g, ' ')).toBe(laid.contents[0].text.replace(/\s/g, ' '))
  })
})

it('has each text once in the structure tree of its PDF, in reading order', async () => {
  const { document } = randomDocument(77)
  const laid = set({ ...document, title: 'x', language: 'en', numbered: true })
  const pages = [...laid.pages()]
  const data = new Uint8Array(toPdf(pages, laid.metadata))
  const pdf = await getDocument({ data, verbosity: 0 }).promise
  expect(pages.length).toBeGreaterThan(2)
  for (const [i, drawn] of pages.entries()) {
    const page = await pdf.getPage(i + 1)
    const texts = await markedTexts(page)
    const inTree: string[] = []
    const waiting: object[] = [await page.getStructTree()]
    for (let node = waiting.pop(); node; node = waiting.pop()) {
      if ('type' in node && 'id' in node) inTree.push(texts.get(String(node.id)) ?? '')
      if ('children' in node && Array.isArray(node.children))
        waiting.push(...node.children.toReversed())
    }
    const flat = (text: string) => text.replace(/\s/g, '')
    const read = textsOf(drawn.items)
      .filter(({ roles }) => !roles.includes('none'))
      .map(({ layout }) => shownText(layout))
    expect(flat(inTree.join(''))).toBe(flat(read.join('')))
  }
})

describe('the file of a document', () => {
  const paragraph = { kind: 'paragraph', text: 'x' }
  const read = (document: object) =>
    readDocument(JSON.stringify(document, null, 1), { source: 'doc.json' }).document

  it.each([
    [{ blcks: [] }, "a document has no property 'blcks' at doc.json:2:2 (did you mean 'blocks'?"],
    [{ content: [], blocks: [] }, "'content' at doc.json:2:2 (did you mean 'blocks'?"],
    [{ title: 'x' }, "'blocks' is missing"],
    [
      { blocks: [{ kind: 'paragaph', text: 'x' }] },
      "kind may not be 'paragaph' at doc.json:4:4 (did you mean 'paragraph'?",
    ],
    [{ blocks: [{ kind: 'heading' }] }, "'text' of a heading is missing"],
    [
      { blocks: [{ kind: 'heading', level: 9, text: 'x' }] },
      'blocks[0].level must be a level from 1 to 6, not 9',
    ],
    [{ page: { size: 'A9' }, blocks: [] }, 'page.size must be one of A3, A4'],
    [{ page: { margin: -1 }, blocks: [] }, 'page.margin must be a number from 0'],
    [
      {
        blocks: [
          { ...paragraph, id: 'a' },
          { ...paragraph, id: 'a' },
        ],
      },
      "two blocks have the id 'a'",
    ],
    [
      { blocks: [{ kind: 'table', columns: [{}], rows: [['a', 'b']] }] },
      'a row has cells for 2 columns, and the table 1',
    ],
    [
      { blocks: [{ kind: 'list', items: [[{ kind: 'lst' }]] }] },
      "kind may not be 'lst' at doc.json:8:7",
    ],
    [
      { page: { size: [100, 100], margin: 60 }, blocks: [paragraph] },
      'the margins leave no room on the page',
    ],
    [5, 'a document is an object, not 5'],
  ])('refuses what is wrong in it %#', (document, message) => {
    expect(() => set(read(document as object))).toThrow(message)
  })

  it('reports content that is too high and missing artworks, and loses nothing', () => {
    const long = sentence(numbers(8), 400)
    const laid = set({
      page: small,
      blocks: [
        { kind: 'paragraph', text: long, keepTogether: true },
        { kind: 'figure', artwork: 'x.png', alt: 'x' },
      ],
    })
    expect(laid.problems.map(({ code, location }) => [code, location])).toEqual([
      ['over-page', 'blocks[0]'],
      ['missing-artwork', 'blocks[1].artwork'],
    ])
    const pages = [...laid.pages()]
    expect(readOf(pages).flatMap(({ layout }) => words(shownText(layout)))).toEqual(words(long))
    // It is parted where it has to be, and reaches out of no page.
    for (const { layout, y } of readOf(pages)) expect(y + layout.height).toBeLessThan(290.01)
  })

  it('finds contents and artworks in lists too', () => {
    const laid = set({
      page: small,
      blocks: [
        {
          kind: 'list',
          items: [[{ kind: 'contents' }, { kind: 'figure', artwork: 'x.png', alt: 'x' }]],
        },
        { kind: 'heading', text: 'Boats' },
      ],
    })
    expect(laid.problems.map(({ location }) => location)).toEqual(['blocks[0].items[0][1].artwork'])
    const texts = readOf([...laid.pages()]).map(({ layout }) => layout.text)
    expect(texts).toContain('Boats\t1')
  })

  it('agrees with its schema in the package', () => {
    const file = readFileSync(new URL('../../document.schema.json', import.meta.url), 'utf8')
    expect(JSON.parse(file)).toEqual(documentJsonSchema())
    const valid = new Ajv2020({ strict: false }).compile(documentJsonSchema())
    expect(valid({ blocks: [paragraph, { kind: 'list', items: ['a', [paragraph]] }] })).toBe(true)
    for (const wrong of [
      {},
      { blocks: [{ kind: 'paragaph' }] },
      { blocks: [{ kind: 'heading' }] },
      { page: { size: 'A9' }, blocks: [] },
    ]) {
      expect(valid(wrong)).toBe(false)
      expect(() => read(wrong)).toThrow(DotLineError)
    }
  })

  it('changed at random ends in pages or in a DotLineError', () => {
    const next = numbers(9)
    const json = JSON.stringify({
      page: small,
      numbered: true,
      notes: { a: 'n' },
      blocks: [
        { kind: 'contents' },
        { kind: 'heading', text: 'Boats', id: 'b' },
        { kind: 'list', items: ['x{note.a}', [paragraph]] },
        { kind: 'table', columns: [{}], rows: [['{page.b}']] },
        { kind: 'heading', text: 'Rules', marginNote: 'x', spansColumns: true },
        { kind: 'paragraph', text: 'To the boats{index.a}', initialLetter: 2 },
        {
          kind: 'table',
          columns: [{ width: 'content' }, { align: 'decimal', decimals: 1 }],
          rows: [[{ text: 'x', rowSpan: 2 }, 4.5], [7]],
          foot: [['y', { total: 'sum' }]],
          float: 'top',
        },
        { kind: 'leaders', entries: [['a', 'b']] },
        { kind: 'placed', text: 'p', at: { side: 'bottom', of: 'b', gap: 2 } },
        { kind: 'index' },
      ],
      terms: { a: 'A' },
      pageLabels: [{ page: 1, style: 'upper-roman' }],
    })
    for (let i = 0; i < roundsOf(120); i++) {
      const changed = mutatedText(json, next, [
        '"',
        '{',
        '}',
        '[',
        ']',
        '~',
        ',',
        ':',
        '0',
        '-',
        'kind',
        'list',
        '{page.x}',
      ])
      try {
        for (const page of set(readDocument(changed).document).pages())
          expect(page.kind).toBe('drawing')
      } catch (error) {
        expect(error, changed).toBeInstanceOf(DotLineError)
      }
    }
  })
})
