import { DotLineError, draw, type Item } from 'dot-line'
import type { BlockSource, DocumentSource, DocumentText } from 'dot-line/document'
import { toHtml } from 'dot-line/html'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { set, shownText, textsOf, words } from '../support/documents.ts'
import { destinationsOf } from '../support/pdf.ts'

const artwork = new Map([['plan', draw({ width: 40, height: 20 }, [])]])
const here: BlockSource = { kind: 'heading', text: 'Here', id: 'here' }

/** A document each of whose texts has `text` in it, by what they are. */
const everywhere = (text: string): Readonly<Record<string, DocumentSource>> => {
  const of = (...blocks: readonly BlockSource[]): DocumentSource => ({
    page: { size: [400, 400], margin: 90 },
    terms: { pier: `the pier ${text}` },
    notes: { noon: `at noon ${text}` },
    blocks: [here, ...blocks],
  })
  const given = (more: Partial<DocumentSource>) => ({ ...of(), ...more })
  const end = `boats ${text}`
  return {
    'a title': given({ title: end }),
    'an author': given({ author: end }),
    'a subject': given({ subject: end }),
    'a head': given({ runningHead: { start: end } }),
    'the first head': given({ firstRunningHead: { center: end } }),
    'a foot': given({ runningFoot: { end } }),
    'a heading': of({ kind: 'heading', text: end }),
    'a paragraph': of({ kind: 'paragraph', text: end }),
    'a large first letter': of({ kind: 'paragraph', text: `${text} and boats`, initialLetter: 2 }),
    'a margin note': of({ kind: 'paragraph', text: 'boats', marginNote: end }),
    'a list': of({ kind: 'list', items: [end, [{ kind: 'paragraph', text: end }]] }),
    'a cell': of({ kind: 'table', columns: [{}], head: [[end]], rows: [[{ text: end }]] }),
    'the caption of a table': of({ kind: 'table', columns: [{}], rows: [['x']], caption: end }),
    'a caption': of({ kind: 'figure', artwork: 'plan', alt: 'a plan', caption: end }),
    'what a figure shows': of({ kind: 'figure', artwork: 'plan', alt: end }),
    'what is placed': of({ kind: 'placed', text: end, at: { x: 0, y: 0 } }),
    'what a placed picture shows': of({
      kind: 'placed',
      artwork: 'plan',
      alt: end,
      at: { x: 0, y: 0 },
    }),
    'the start of a line with a leader': of({ kind: 'leaders', entries: [[end, '4']] }),
    'the end of one': of({ kind: 'leaders', entries: [['boats', end]] }),
    'a footnote': of({ kind: 'paragraph', text: 'noon{note.noon}' }),
    'the index': of({ kind: 'paragraph', text: 'pier{index.pier}' }, { kind: 'index' }),
  }
}
const labelsOf = (items: readonly Item[]): readonly string[] =>
  items.flatMap(item => (item.kind === 'group' ? [item.label ?? '', ...labelsOf(item.items)] : []))

/** All that is seen and said of a document. */
function allOf(document: DocumentSource, values: object = {}) {
  const { metadata, problems, ...made } = set(document, { artwork, values })
  const pages = [...made.pages()]
  const texts = pages.flatMap(page => textsOf(page.items).map(one => shownText(one.layout)))
  const { title, author, subject } = metadata
  const labels = pages.flatMap(page => labelsOf(page.items))
  return { problems, text: [...texts, ...labels, title, author, subject].join(' ') }
}

describe('values fill each text of a document', () => {
  for (const [name, document] of Object.entries(everywhere('to {port}, on page {page.here}'))) {
    it(name, () => {
      const { text, problems } = allOf(document, { port: 'Ardle Point' })
      expect(text.replace(/\s+/g, ' ')).toContain('o Ardle Point, on page 1')
      expect(text).not.toMatch(/[{}]/)
      expect(problems).toEqual([])
    })
  }

  it.each(Object.entries(everywhere('{prot}')))('and what has no value is told: %s', (_, own) => {
    expect(() => allOf(own, { port: 'Ardle Point' })).toThrow(DotLineError)
    expect(() => allOf(own, { port: 'Ardle Point' })).toThrow('no value for {prot}')
  })
})

it.each(['note', 'index'])('what every object has is no %s of a document', kind => {
  const blocks = [{ kind: 'paragraph', text: `Boats{${kind}.constructor}` }] as const
  const document = { notes: { noon: 'Noon' }, terms: { pier: 'Pier' }, blocks }
  const message = `no value for {${kind}.constructor} at blocks[0].text`
  expect(() => set(document)).toThrow(message)
  expect(() => set({ title: `{${kind}.constructor}{constructor}`, blocks: [here] })).toThrow(
    `no value for {${kind}.constructor} at title`,
  )
  expect(() => set({ title: '{constructor}', blocks: [here] })).toThrow('no value for')
})

describe('marks of the index', () => {
  const lead = { kind: 'index' } as const
  const marked = Object.entries(everywhere('{index.pier}')).filter(
    ([name]) => !/title|author|subject|head$|foot$|shows|the index/.test(name),
  )

  it.each(marked)('lead to %s', async (_, own) => {
    const content = [...own.blocks, { kind: 'page-break' } as const, lead]
    const terms: Record<string, DocumentText> = { pier: 'Pier' }
    const made = set({ ...own, terms, blocks: content }, { artwork })
    const pages = [...made.pages()]
    const read = pages.flatMap(page => textsOf(page.items))
    const entry = read.findLast(({ roles }) => roles.includes('doc-index'))
    expect(words(entry ? shownText(entry.layout) : '').join(' ')).toBe('Pier, 1')
    const link = entry?.layout.lines[0].runs.find(run => run.link !== undefined)?.link ?? ''
    expect(link).toMatch(/^#[a-z0-9-]+$/)
    // Once, also where a head is repeated.
    expect(idsOf(pages.flatMap(page => page.items)).filter(id => `#${id}` === link)).toHaveLength(1)
    const { html } = toHtml(pages)
    for (const page of [html, toSvg(pages[0])]) {
      expect(page.split(` id="${link.slice(1)}"`)).toHaveLength(2)
    }
    expect(await destinationsOf(toPdf(pages, made.metadata))).toContain(link.slice(1))
  })

  it('lead to a repeated table head once', () => {
    const rows = Array.from({ length: 60 }, (_, i) => [`Boat ${i}`])
    const made = set({
      terms: { pier: 'Pier' },
      blocks: [{ kind: 'table', columns: [{}], head: [['Pier{index.pier}']], rows }, lead],
    })
    const pages = [...made.pages()]
    expect(pages.length).toBeGreaterThan(1)
    const ids = idsOf(pages.flatMap(page => page.items))
    expect(ids.filter(id => id.startsWith('place-'))).toHaveLength(1)
  })
})

const idsOf = (items: readonly Item[]): readonly string[] =>
  items.flatMap(item =>
    item.kind === 'group'
      ? [...(item.id === undefined ? [] : [item.id]), ...idsOf(item.items)]
      : [],
  )

it('the note of a line with a leader is at the foot of its page', () => {
  const { text, problems } = allOf({
    notes: { noon: 'Not in winter.' },
    blocks: [{ kind: 'leaders', entries: [['Ardle Point{note.noon}', '12:40']] }],
  })
  expect(text).toContain('Not in winter.')
  expect(problems).toEqual([])
})
