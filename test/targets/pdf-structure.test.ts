import { readFileSync } from 'node:fs'
import { draw, group, openFonts, place, readSheet, rectangle, typesetterFor } from 'dot-line'
import { type PdfOptions, toPdf } from 'dot-line/pdf'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { pdfSource } from '../support/pdf.ts'

const path = new URL('../../examples/lantern-sound/sheet.json', import.meta.url)
const sheet = readSheet(readFileSync(path, 'utf8'), { source: 'sheet.json' })
const { set } = typesetterFor({ sheet, fonts: await openFonts() })
const text = (markup: string, x: number, y: number, style = 'body', width = 300) =>
  place(set(markup, { style, width }), x, y)

const link = 'https://lantern-sound.example'
const notice = draw(
  { width: 595, height: 842, title: 'Notice', language: 'en', background: '#ffffff' },
  [
    group([text('Winter timetable', 60, 60, 'headline')], { role: 'heading', level: 1, id: 'top' }),
    text(
      `Boats are ~alert[late]: ~link,href=${link}[see the board of all departures]. ~link,href="#end"[End]`,
      60,
      120,
      'body',
      150,
    ),
    group(
      ['Ardle Point', 'Thistle Ness'].map((port, i) =>
        group([text(port, 60, 300 + 30 * i)], { role: 'listitem' }),
      ),
      { role: 'list' },
    ),
    group([rectangle({ x: 60, y: 400, width: 90, height: 40 }, '#2c6e49'), text('Tern', 65, 405)], {
      role: 'figure',
      label: 'A green boat',
    }),
    group(
      [
        group(
          [
            group([text('Port', 60, 500)], { role: 'columnheader' }),
            group([text('First', 160, 500)], { role: 'columnheader' }),
          ],
          { role: 'row' },
        ),
        group(
          [
            group([text('Ardle', 60, 530)], { role: 'rowheader' }),
            group([text('06:50', 160, 530)], { role: 'cell', columnSpan: 2 }),
          ],
          { role: 'row' },
        ),
      ],
      { role: 'table' },
    ),
    group([text('faint words', 60, 600)], { opacity: 0.5 }),
    group([text('The end', 60, 640, 'subhead')], { role: 'heading', level: 2, id: 'end' }),
    group([text('page 1', 60, 800, 'small')], { role: 'none' }),
    place(set('Fähre', { style: 'body', overrides: { language: 'de' } }), 60, 700),
  ],
)
const second = draw({ width: 595, height: 842 }, [text('Back ~link,href="#top"[up]', 60, 60)])

interface Node {
  readonly role?: string
  readonly alt?: string
  readonly lang?: string
  readonly type?: string
  readonly children?: readonly Node[]
}

/** An element as a word, with those in it in brackets. */
function outline({ role, alt, lang, children = [] }: Node): string {
  const inner = children.filter(child => child.role !== undefined).map(outline)
  const more = [alt && `"${alt}"`, lang].filter(Boolean).join(' ')
  return `${role}${more && ` ${more}`}${inner.length > 0 ? `(${inner.join(' ')})` : ''}`
}

async function opened(options: PdfOptions = {}) {
  const bytes = toPdf([notice, second], options)
  return { bytes, pdf: await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise }
}

describe('the structure of a PDF', () => {
  it('has every text and figure once, in the order of the drawing', async () => {
    const { pdf } = await opened()
    const tree: Node = await (await pdf.getPage(1)).getStructTree()
    expect(tree.children?.map(outline)).toEqual([
      'Document(H1 P(Link Link) L(LI(LBody(P)) LI(LBody(P))) Figure "A green boat" ' +
        'Table(TR(TH TH) TR(TH TD)) P H2 P de)',
    ])
  })

  it("marks all painted content as one element's or as an artifact", async () => {
    const source = pdfSource((await opened()).bytes)
    const contents = [...source.matchAll(/stream\n([\s\S]*?)\nendstream/g)]
      .map(found => found[1])
      .filter(one => /\bBDC\n/.test(one))
    expect(contents.length).toBe(2)
    for (const content of contents) {
      let depth = 0
      for (const operator of content.split('\n')) {
        if (/ (BDC|BMC)$/.test(operator)) depth++
        else if (operator === 'EMC') depth--
        else if (/(^| )(Tj|TJ|f|f\*|S|B|Do)( Q)?$/.test(operator)) expect(depth, operator).toBe(1)
        expect(depth).toBeGreaterThanOrEqual(0)
      }
      expect(depth).toBe(0)
      // Each piece of content has its own number, from 0 on.
      const ids = [...content.matchAll(/\/MCID (\d+)/g)].map(found => Number(found[1]))
      expect(ids).toEqual(ids.map((_, i) => i))
    }
  })

  it('has in its parent tree an entry for each page and each link', async () => {
    const source = pdfSource((await opened()).bytes)
    const keys = [...source.matchAll(/\/StructParents? (\d+)/g)].map(found => Number(found[1]))
    const nums = /\/Nums \[([\s\S]*?)\] >>/.exec(source)?.[1] ?? ''
    const listed = [...nums.matchAll(/(?:^|\] |R )(\d+) (?=\[|\d+ 0 R)/g)].map(found =>
      Number(found[1]),
    )
    expect(listed).toEqual([...keys].sort((a, b) => a - b))
    expect(new Set(keys).size).toBe(keys.length)
  })

  it('has bookmarks of its headings, places of its own, and page labels', async () => {
    const { pdf } = await opened({
      pageLabels: [
        { page: 1, style: 'lower-roman' },
        { page: 2, style: 'decimal', prefix: 'N-' },
      ],
    })
    const [first] = await pdf.getOutline()
    expect([first.title, first.items.map(({ title }: { title: string }) => title)]).toEqual([
      'Winter timetable',
      ['The end'],
    ])
    expect(Object.keys((await pdf.getDestinations()) ?? {}).sort()).toEqual(['end', 'top'])
    expect(await pdf.getPageLabels()).toEqual(['i', 'N-1'])
    const annotations = await (await pdf.getPage(2)).getAnnotations()
    expect(annotations.map(({ dest }: { dest: string }) => dest)).toContain('top')
    const [outside] = await (await pdf.getPage(1)).getAnnotations()
    expect(outside).toMatchObject({ url: `${link}/` })
  })

  it('states its conformance, which needs a title and a language', async () => {
    const { pdf, bytes } = await opened({
      standards: ['PDF/UA-1', 'PDF/A-2u'],
      author: 'Harbour office',
    })
    const { metadata } = await pdf.getMetadata()
    expect(metadata?.get('dc:title')).toBe('Notice')
    const source = pdfSource(bytes)
    expect(source).toContain('<pdfuaid:part>1</pdfuaid:part>')
    expect(source).toContain('<pdfaid:conformance>U</pdfaid:conformance>')
    expect(source).toContain('/DestOutputProfile')
    const bare = draw({ width: 9, height: 9 }, [])
    expect(() => toPdf(bare, { standards: ['PDF/UA-1'] })).toThrow(
      "PDF/UA-1 asks for the document's title",
    )
    expect(() => toPdf(bare, { standards: ['PDF/UA-1'], title: 'x' })).toThrow(
      "asks for the document's language",
    )
    expect(() => toPdf(bare, { standards: ['PDF/X'] as never })).toThrow(
      'one of PDF/UA-1, PDF/A-2u',
    )
  })

  it('has its destinations in the order of their names', () => {
    const ids = ['b', 'a1', 'a', 'a10', 'a-', 'é', 'ab']
    const texts = ids.map((id, i) => place(set(id, { style: 'body' }), 60, 60 + i * 30, {}, { id }))
    const page = draw({ width: 400, height: 400 }, texts)
    const [, names] = /\/Names \[(<.*)\] >>/.exec(pdfSource(toPdf(page))) ?? []
    const found = [...(names ?? '').matchAll(/<FEFF([0-9A-F]*)>/g)].map(([, hex]) => hex)
    expect(found).toHaveLength(ids.length)
    expect(found).toEqual(found.toSorted())
  })

  it('refuses links to nothing, and labels out of order', () => {
    const lost = draw({ width: 99, height: 99 }, [
      text('~link,href="#ent"[x]', 0, 0),
      group([text('y', 0, 40)], { id: 'end' }),
    ])
    expect(() => toPdf(lost)).toThrow(
      "a link leads to '#ent', and nothing in the document has that id (did you mean 'end'?)",
    )
    expect(() => toPdf(notice, { pageLabels: [{ page: 2 }] })).toThrow(
      'pageLabels of a PDF must be a list of page labels',
    )
    expect(() => group([], { level: 0 })).toThrow('level of group')
  })

  it('has parts that continue on another page as one element', async () => {
    const part = (words: string) =>
      draw({ width: 200, height: 100, language: 'en' }, [
        group([text(words, 0, 0)], { role: 'paragraph', id: 'lead', continues: true }),
      ])
    const source = pdfSource(toPdf([part('begins here'), part('and goes on')]))
    expect(source.match(/\/S \/P /g)).toHaveLength(1)
    expect(source).toMatch(/\/K \[0 << \/Type \/MCR \/Pg \d+ 0 R \/MCID 0 >>\]/)
  })
})

it('links in artifacts such as running heads are elements', async () => {
  const office = text(`~link,href=${link}[Harbour office]`, 10, 10)
  const head = group([office], { role: 'none' })
  const page = draw({ width: 200, height: 60, language: 'en' }, [head])
  const bytes = toPdf([page, page])
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  for (const number of [1, 2]) {
    const own = await pdf.getPage(number)
    expect((await own.getAnnotations()).map(one => one.url)).toEqual([`${link}/`])
    const { children } = await own.getStructTree()
    expect(children.map(outline)).toEqual(['Document(Link)'])
  }
})

it('blurs are interpolated by viewers, except in archival files', () => {
  const shadow = { x: 1, y: 1, blur: 3, ink: '#888888' }
  const soft = place(set('Harbour', { style: 'headline', overrides: { shadow } }), 20, 20)
  const page = draw({ width: 300, height: 90, title: 'Harbour', language: 'en' }, [soft])
  const of = (standards: PdfOptions['standards']) => pdfSource(toPdf(page, { standards }))
  expect(of([]).match(/\/Interpolate true/g)).toHaveLength(2)
  expect(of(['PDF/UA-1'])).toContain('/Interpolate true')
  expect(of(['PDF/A-2u'])).not.toContain('/Interpolate')
  expect(of(['PDF/A-2u'])).toContain('/SMask')
})
