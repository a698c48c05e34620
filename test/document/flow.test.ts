import { draw, type Item, rectangle } from 'dot-line'
import type { BlockSource, DocumentSource } from 'dot-line/document'
import { toPdf } from 'dot-line/pdf'
import fc from 'fast-check'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import {
  readOf,
  sentence,
  set,
  sheet,
  shownText,
  small,
  textsOf,
  words,
} from '../support/documents.ts'
import { numbers, pick, roundsOf } from '../support/random.ts'

const filler = (length: number, seed = 3) => sentence(numbers(seed), length)
const box = (width: number, height: number) =>
  draw({ width, height }, [rectangle({ x: 0, y: 0, width, height }, '#336699')])
const artwork = new Map([
  ['small', box(80, 50)],
  ['wide', box(400, 90)],
])

/** Where pictures stand, as the rectangles they are. */
function picturesOf(items: readonly Item[], dx = 0, dy = 0): { x: number; y: number }[] {
  return items.flatMap(item => {
    if (item.kind === 'rectangle') return [{ x: item.x + dx, y: item.y + dy }]
    if (item.kind !== 'group') return []
    return picturesOf(item.items, dx + (item.matrix?.dx ?? 0), dy + (item.matrix?.dy ?? 0))
  })
}

const twoColumns = { size: [420, 320], margin: 30, columns: 2, gap: 20 } as const

describe('columns', () => {
  it('are balanced where the text ends, or filled one after the other on request', () => {
    const content: BlockSource[] = [{ kind: 'paragraph', text: filler(90) }]
    const bottoms = (page: DocumentSource['page']) => {
      const [first] = [...set({ ...(page && { page }), blocks: content }).pages()]
      const found = textsOf(first.items)
      return [30, 220].map(x =>
        Math.max(0, ...found.filter(one => one.x === x).map(one => one.y + one.layout.height)),
      )
    }
    const [left, right] = bottoms(twoColumns)
    expect(Math.abs(left - right)).toBeLessThanOrEqual(16)
    expect(left).toBeLessThan(200)
    const [full, rest] = bottoms({ ...twoColumns, columnFill: 'auto' })
    expect(full).toBeGreaterThan(270)
    expect(rest).toBeLessThan(full - 50)
  })

  it('end above what spans them, and begin again below it', () => {
    const laid = set({
      page: twoColumns,
      blocks: [
        { kind: 'heading', text: 'Boats of the sound', spansColumns: true },
        { kind: 'paragraph', text: filler(60) },
        { kind: 'rule', spansColumns: true },
        { kind: 'paragraph', text: filler(40, 4) },
      ],
    })
    const [page] = [...laid.pages()]
    const texts = textsOf(page.items)
    expect(texts[0].x).toBe(30)
    const rules = page.items.flatMap(function rulesIn(item): { y: number; width: number }[] {
      if (item.kind === 'group') return item.items.flatMap(rulesIn)
      return item.kind === 'rule' ? [{ y: item.from[1], width: item.to[0] - item.from[0] }] : []
    })
    expect(rules).toHaveLength(1)
    expect(rules[0].width).toBe(360)
    const [above, below] = [true, false].map(isAbove =>
      texts.slice(1).filter(one => one.y < rules[0].y === isAbove),
    )
    for (const part of [above, below]) expect(new Set(part.map(one => one.x)).size).toBe(2)
    for (const one of above) expect(one.y + one.layout.height).toBeLessThan(rules[0].y)
  })
})

describe('a block out of the flow', () => {
  it('is at the head of the next column or at the foot of this one', () => {
    const of = (float: 'top' | 'bottom') => {
      const content: BlockSource[] = [
        { kind: 'paragraph', text: filler(20) },
        { kind: 'figure', artwork: 'small', alt: 'x', caption: 'A box', float },
        { kind: 'paragraph', text: filler(200) },
      ]
      const pages = [...set({ page: small, blocks: content }, { artwork }).pages()]
      return pages.map(page => picturesOf(page.items))
    }
    expect(of('top')[0]).toEqual([])
    expect(of('top')[1]).toEqual([{ x: 30, y: 30 }])
    const [[foot]] = of('bottom')
    expect(foot.y).toBeGreaterThan(200)
    expect(foot.y + 50).toBeLessThan(290)
  })

  it('clears a block at the side when the text has ended', () => {
    const content: BlockSource[] = [
      { kind: 'figure', artwork: 'small', alt: 'x', caption: 'side', float: 'end' },
      { kind: 'figure', artwork: 'small', alt: 'x', caption: 'top', float: 'top' },
      { kind: 'figure', artwork: 'small', alt: 'x', caption: 'later', float: 'top' },
    ]
    const [page] = [...set({ page: small, blocks: content }, { artwork }).pages()]
    const [side, top, later] = textsOf(page.items)
    const [, second, third] = picturesOf(page.items)
    expect(second.y).toBeGreaterThanOrEqual(side.y + side.layout.height)
    expect(third.y).toBeGreaterThanOrEqual(top.y + top.layout.height)
    expect(later.y).toBeGreaterThan(third.y)
  })

  it('is in the text of a web page, which has no feet', () => {
    const content: BlockSource[] = [
      { kind: 'paragraph', text: 'one' },
      { kind: 'figure', artwork: 'small', alt: 'x', caption: 'two', float: 'bottom' },
      { kind: 'paragraph', text: 'three' },
    ]
    const pages = [...set({ page: small, blocks: content }, { artwork, continuous: true }).pages()]
    expect(readOf(pages).map(({ layout }) => layout.text)).toEqual(['one', 'two', 'three'])
  })

  it.each(['start', 'end'] as const)(
    'has text beside it, at the %s, as far as it reaches',
    float => {
      const text = filler(90)
      const content: BlockSource[] = [
        { kind: 'figure', artwork: 'small', alt: 'x', float },
        { kind: 'paragraph', text },
      ]
      const pages = [...set({ page: small, blocks: content }, { artwork }).pages()]
      const [page] = pages
      const [picture] = picturesOf(page.items)
      expect(picture).toEqual({ x: float === 'start' ? 30 : 150, y: 30 })
      const [beside, below] = textsOf(page.items)
      expect(beside.layout.frame.width).toBeLessThan(120)
      expect(beside.y).toBe(30)
      expect(beside.x).toBeCloseTo(float === 'start' ? 230 - beside.layout.width : 30, 3)
      expect(beside.y + beside.layout.height).toBeGreaterThan(80 - 16)
      expect(below.layout.frame.width).toBe(200)
      expect(readOf(pages).flatMap(({ layout }) => words(shownText(layout)))).toEqual(words(text))
    },
  )

  it('moves blocks without room beside it below', () => {
    const rows = [['Ardle Point', '06:50']]
    const content: BlockSource[] = [
      { kind: 'figure', artwork: 'small', alt: 'x', float: 'end' },
      { kind: 'table', columns: [{}, {}], rows },
    ]
    const [page] = [...set({ page: small, blocks: content }, { artwork }).pages()]
    for (const { y } of textsOf(page.items)) expect(y).toBeGreaterThan(80)
  })
})

describe('a paragraph', () => {
  it('begins with a letter as high as three lines, which the text goes around', () => {
    const text = `Every ${filler(60)}`
    const [page] = [
      ...set({ page: small, blocks: [{ kind: 'paragraph', text, initialLetter: 3 }] }).pages(),
    ]
    const [letter, beside, below] = textsOf(page.items)
    expect(letter.layout.text).toBe('E')
    expect(beside.layout.lines).toHaveLength(3)
    // On the baseline of the third line.
    const base = letter.y + letter.layout.lines[0].baseline
    expect(base).toBeCloseTo(beside.y + beside.layout.lines[2].baseline, 6)
    expect(words(`E${shownText(beside.layout)}${shownText(below.layout)}`)).toEqual(words(text))
  })

  it('has no large first letter in joined scripts, and one when it is shorter than three lines', () => {
    const first = (text: string) => {
      const content: BlockSource[] = [{ kind: 'paragraph', text, initialLetter: 3 }]
      const [page] = [...set({ page: small, blocks: content }, {}).pages()]
      return textsOf(page.items)[0].layout.text
    }
    expect(first('“So” it is.')).toBe('“S')
    expect(first('12 boats')).toBe('1')
    expect(first('جدول الشتاء')).toBe('جدول الشتاء')
    expect(first('เรือ')).toBe('เรือ')
    const content: BlockSource[] = [
      { kind: 'paragraph', text: 'Short.', initialLetter: 3 },
      { kind: 'paragraph', text: 'Next.' },
    ]
    const [page] = [...set({ page: small, blocks: content }).pages()]
    const [letter, , next] = textsOf(page.items)
    expect(next.y).toBeGreaterThan(letter.y + letter.layout.lines[0].baseline)
  })

  it('stands on common baselines, in all columns and sizes', () => {
    const content: BlockSource[] = [
      { kind: 'heading', text: 'Boats' },
      { kind: 'paragraph', text: filler(30) },
      { kind: 'list', items: [filler(10), filler(12)] },
      { kind: 'table', columns: [{}], rows: [['x'], ['y']] },
      { kind: 'heading', level: 2, text: 'More' },
      { kind: 'paragraph', text: filler(90, 8) },
    ]
    for (const scale of [1, 1.7]) {
      const page = { ...twoColumns, baselineGrid: 16, columnFill: 'auto' } as const
      const laid = set({ page, blocks: content }, { reader: { scale } })
      for (const { layout, y, roles } of readOf([...laid.pages()])) {
        if (roles.includes('cell')) continue
        for (const line of layout.lines) {
          const steps = (y + line.baseline - 30) / (16 * scale)
          expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6)
        }
      }
    }
  })

  it('has a note in the margin beside its first line, and the next below that', () => {
    const page = { size: [300, 320], margin: { top: 30, start: 30, bottom: 30, end: 90 } } as const
    const content: BlockSource[] = [
      { kind: 'paragraph', text: 'one', marginNote: filler(14) },
      { kind: 'paragraph', text: 'two', marginNote: 'Second.' },
    ]
    const [drawn] = [...set({ page, blocks: content }).pages()]
    const [one, two, first, second] = textsOf(drawn.items)
    expect(first.x).toBe(222)
    const baseline = ({ y, layout }: typeof one) => y + layout.lines[0].baseline
    expect(baseline(first)).toBeCloseTo(baseline(one), 6)
    expect(second.y).toBeGreaterThanOrEqual(first.y + first.layout.height)
    expect(baseline(second)).toBeGreaterThan(baseline(two))
    const narrow = set({ page: small, blocks: content })
    expect(narrow.problems.map(({ code, location }) => [code, location])).toEqual([
      ['no-room', 'blocks[0].marginNote'],
      ['no-room', 'blocks[1].marginNote'],
      ['broken-word', 'blocks[0].marginNote'],
      ['broken-word', 'blocks[1].marginNote'],
    ])
  })
})

it('links to figures, tables and placed blocks by their ids', () => {
  const ids = ['plain', 'told', 'rows', 'here', 'words']
  const content: BlockSource[] = [
    { kind: 'paragraph', text: ids.map(id => `~href="#${id}"[{page.${id}}]`).join(' ') },
    { kind: 'figure', artwork: 'small', alt: 'x', id: 'plain' },
    { kind: 'page-break' },
    { kind: 'figure', artwork: 'small', alt: 'x', id: 'told', caption: 'A box', float: 'top' },
    { kind: 'table', columns: [{}], rows: [['x']], id: 'rows', caption: 'Rows' },
    { kind: 'paragraph', text: 'y', id: 'words' },
    { kind: 'placed', text: 'z', id: 'here', at: { x: 1, y: 1 } },
  ]
  const laid = set({ page: small, title: 'x', language: 'en', blocks: content }, { artwork })
  const pages = [...laid.pages()]
  expect(readOf(pages)[0].layout.text).toBe('1 2 2 2 2')
  expect(() => toPdf(pages, { ...laid.metadata, standards: ['PDF/UA-1'] })).not.toThrow()
})

describe('page numbers', () => {
  it('agree in contents, references, running feet and the PDF', async () => {
    const laid = set({
      page: small,
      runningFoot: { center: '{page}' },
      pageLabels: [
        { page: 1, style: 'lower-roman' },
        { page: 3, style: 'decimal', prefix: 'A-' },
      ],
      blocks: [
        { kind: 'paragraph', text: 'Rules are on {page.rules}.' },
        { kind: 'page-break' },
        { kind: 'heading', text: 'Boats' },
        { kind: 'page-break' },
        { kind: 'heading', text: 'Rules', id: 'rules' },
      ],
    })
    expect(laid.contents.map(({ page }) => page)).toEqual(['ii', 'A-1'])
    const pages = [...laid.pages()]
    expect(pages.map(page => textsOf(page.items)[0].layout.text)).toEqual(['i', 'ii', 'A-1'])
    expect(readOf(pages)[0].layout.text).toBe('Rules are on A-1.')
    const data = new Uint8Array(toPdf(pages, laid.metadata))
    const pdf = await getDocument({ data, verbosity: 0 }).promise
    expect(await pdf.getPageLabels()).toEqual(['i', 'ii', 'A-1'])
  })

  it('of an index link to its terms, in alphabetical order', () => {
    const laid = set({
      page: small,
      language: 'de',
      terms: { z: 'Zoll', a: 'Äther', b: 'Boot' },
      blocks: [
        { kind: 'index' },
        ...[0, 1, 2, 3].flatMap((i): BlockSource[] => [
          { kind: 'page-break' },
          { kind: 'paragraph', text: `a{index.b} b{index.b}${i === 3 ? '{index.a}' : ''}` },
        ]),
        { kind: 'page-break' },
        { kind: 'page-break' },
        { kind: 'paragraph', text: `${filler(230)} ~strong[late{index.z}]{index.b} end` },
      ],
    })
    const pages = [...laid.pages()]
    const lines = textsOf(pages[0].items).map(({ layout }) => layout.text)
    // The last two stand where the text of a parted paragraph does, and not where it begins.
    expect(pages).toHaveLength(8)
    expect(lines).toEqual(['Äther, 5', 'Boot, 2–5, 8', 'Zoll, 8'])
    expect(() => toPdf(pages, laid.metadata)).not.toThrow()
  })
})

/** A document of whatever may stand in one, its words told from each other. */
function anyDocument(seed: number): { document: DocumentSource; expected: string[] } {
  const next = numbers(seed)
  const expected: string[] = []
  const notes: Record<string, string> = {}
  let count = 0
  const text = (length: number) => {
    const own = `${sentence(next, length)} w${count++}`
    expected.push(...words(own))
    return own
  }
  const content: BlockSource[] = []
  const blocks = 1 + next(16)
  for (let i = 0; i < blocks; i++) {
    const spansColumns = next(4) === 0
    const kind = next(9)
    const note = next(5) === 0 ? `n${i}` : undefined
    if (note) notes[note] = `Note ${filler(next(12), i)}`
    const mark = note ? ` {note.${note}}` : ''
    if (kind === 0)
      content.push({ kind: 'heading', level: 1 + next(3), text: text(next(5)), spansColumns })
    else if (kind === 1)
      content.push({
        kind: 'list',
        items: [text(next(30)), [{ kind: 'paragraph', text: text(3) }]],
      })
    else if (kind === 2)
      content.push({
        kind: 'table',
        columns: [{ width: { share: 2 } }, { width: 'content', align: 'decimal' }],
        head: [[text(1), text(1)]],
        rows: Array.from({ length: 1 + next(9) }, () => [text(next(40)), text(0)]),
        splitRows: next(2) === 0,
        keepTogether: next(3) === 0,
        ...(next(3) === 0 && { float: pick(next, ['top', 'bottom'] as const) }),
      })
    else if (kind === 3)
      content.push({
        kind: 'figure',
        artwork: pick(next, ['small', 'wide']),
        alt: 'x',
        caption: text(next(6)),
        ...(next(4) > 0 && { float: pick(next, ['top', 'bottom', 'start', 'end'] as const) }),
      })
    else if (kind === 4) content.push({ kind: 'leaders', entries: [[text(1), text(0)]] })
    else if (kind === 5) content.push({ kind: pick(next, ['page-break', 'column-break', 'rule']) })
    else if (kind === 6)
      content.push({
        kind: 'paragraph',
        text: text(next(60)),
        keepTogether: true,
        keepWithNext: true,
      })
    else content.push({ kind: 'paragraph', text: text(next(140)) + mark, spansColumns })
  }
  const columns = 1 + next(2)
  const grid = next(3) === 0 && { baselineGrid: 15 }
  // So wide that no word has to be broken.
  const size = [60 + 200 * columns, 320] as const
  const page = { size, margin: 30, columns, gap: 12, ...grid }
  return {
    document: { page, notes, blocks: content, language: pick(next, ['en', 'ar']) },
    expected,
  }
}

it('lays out any document with every word once and all overflow reported', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), seed => {
      const { document, expected } = anyDocument(seed)
      const laid = set(document, { artwork })
      const pages = [...laid.pages()]
      const texts = readOf(pages)
      const read = texts.filter(({ roles }) => !roles.includes('note'))
      const shown = read.flatMap(({ layout }) => words(shownText(layout)))
      // Without the marks of notes.
      const own = shown.filter(word => !/^\d+$/.test(word))
      expect(own.sort()).toEqual(expected.sort())
      const notes = texts.filter(({ roles }) => roles.includes('note'))
      const told = notes.filter(({ layout }) => /^\S+ Note/.test(shownText(layout)))
      const asked = JSON.stringify(document.blocks).match(/\{note\./g) ?? []
      expect(told).toHaveLength(asked.length)
      if (laid.problems.some(({ code }) => code === 'over-page')) return
      const right = document.page?.columns === 1 ? 260 : 460
      for (const { layout, x, y } of texts) {
        expect(y).toBeGreaterThanOrEqual(30 - 0.01)
        expect(y + layout.height).toBeLessThanOrEqual(290 + 0.01)
        expect(x).toBeGreaterThanOrEqual(0)
        expect(x + layout.textWidth).toBeLessThanOrEqual(right)
      }
    }),
    { numRuns: roundsOf(40) },
  )
})

it('has no overlapping texts in any document', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), seed => {
      const { document } = anyDocument(seed)
      const laid = set(document, { artwork })
      if (laid.problems.length > 0) return
      for (const page of laid.pages()) {
        const boxes = textsOf(page.items).flatMap(({ layout, x, y }) =>
          layout.lines.map(line => ({
            left: x + line.x,
            right: x + line.x + line.width,
            top: y + line.baseline - 5,
            bottom: y + line.baseline,
          })),
        )
        boxes.forEach((a, i) => {
          for (const b of boxes.slice(i + 1)) {
            const across = Math.min(a.right, b.right) - Math.max(a.left, b.left)
            const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
            expect(across > 0.1 && down > 0.1).toBe(false)
          }
        })
      }
    }),
    // The mark of a list beside a picture that its text is below of; a note below a picture.
    { numRuns: roundsOf(24), examples: [[771], [8805]] },
  )
})

it('splits a paragraph over many pages as it would be set on each of them', () => {
  const styles = [
    {},
    { breaking: 'best' },
    { breaking: 'best', align: 'justify' },
    { breaking: 'even', loneWord: 'avoid' },
    { loneWord: 'avoid', leading: 2 },
    { trim: { above: 'cap', below: 'alphabetic' } },
    { padding: { top: 3, bottom: 5 }, firstIndent: 20 },
    { variantPosition: 'super' },
  ] as const
  for (const [i, style] of styles.entries()) {
    const next = numbers(i)
    const long = `${sentence(next, 400)} ~big[Tern] ${sentence(next, 500)}\u2028${sentence(next, 90)}`
    const content = [
      { kind: 'paragraph', text: long },
      { kind: 'paragraph', text: 'And then no more.' },
    ] as const
    const own = sheet.with({ styles: { defaults: style, big: { size: 25 } } })
    const pages = [...set({ page: small, blocks: content }, { sheet: own }).pages()]
    expect(pages.length).toBeGreaterThan(4)
    const texts = pages.map(page => textsOf(page.items))
    expect(
      texts
        .flat()
        .map(({ layout }) => shownText(layout))
        .join(''),
    ).toBe(`${long.replace('~big[Tern]', 'Tern')}And then no more.`)
    for (const page of texts) {
      for (const { layout, y } of page) expect(y + layout.height).toBeLessThanOrEqual(290.01)
    }
    // What follows stands below what was left, as far as it does below a paragraph that fits.
    const [above, below] = texts.at(-1) ?? []
    const [first, second] = textsOf(
      [
        ...set(
          { page: small, blocks: [{ ...content[1] }, { ...content[1] }] },
          { sheet: own },
        ).pages(),
      ][0].items,
    )
    expect(below.y - above.y - above.layout.height).toBeCloseTo(
      second.y - first.y - first.layout.height,
      4,
    )
  }
})
