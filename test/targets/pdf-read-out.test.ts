import { readFileSync } from 'node:fs'
import {
  circle,
  defineSheet,
  draw,
  group,
  inlineBox,
  openFonts,
  place,
  rubyText,
  typesetterFor,
} from 'dot-line'
import { setDocument } from 'dot-line/document'
import { toPdf } from 'dot-line/pdf'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { markedTexts, pdfSource } from '../support/pdf.ts'

const fonts = await openFonts({ embedding: true })
const sheet = defineSheet({ styles: { defaults: { size: 16, leading: 2 } } })
const typesetter = typesetterFor({ sheet, fonts })
const named = { title: 'Notice', language: 'en' } as const

/** The structure of a first page, element by element with what each says. */
async function treeOf(pdf: Uint8Array): Promise<string> {
  const task = getDocument({ data: new Uint8Array(pdf), verbosity: 0 })
  const page = await (await task.promise).getPage(1)
  const texts = await markedTexts(page)
  const written = (node: object): string => {
    if ('type' in node && 'id' in node) return JSON.stringify(texts.get(String(node.id)) ?? '')
    const role = 'role' in node ? String(node.role) : ''
    const alt = 'alt' in node ? `{${String(node.alt)}}` : ''
    const kids = 'children' in node && Array.isArray(node.children) ? node.children : []
    return `${role}${alt}(${kids.map(written).join(' ')})`
  }
  const tree = written(await page.getStructTree())
  await task.destroy()
  return tree
}

describe('an inline object in a PDF', () => {
  const lamp = draw({ width: 12, height: 12 }, [circle(6, 6, 5, { fill: '#c8331f' })])
  const badge = draw({ width: 20, height: 20 }, [place(typesetter.set('3'), 2, 0)])
  const objects = {
    ruby: rubyText(typesetter, 'Pier', 'peer'),
    badge: inlineBox({ width: 20, height: 20, drawing: badge, label: 'three boats' }),
    bare: inlineBox({ width: 20, height: 20, drawing: badge }),
    lamp: inlineBox({ width: 12, height: 12, drawing: lamp, label: 'lamp' }),
  }
  const pageWith = (value: keyof typeof objects) => {
    const layout = typesetter.set('Before {w} after', { width: 300, values: { w: objects[value] } })
    return toPdf(draw({ width: 400, height: 90 }, [place(layout, 20, 20)]), named)
  }

  it('leaves the following text unchanged', async () => {
    for (const value of ['ruby', 'badge', 'bare', 'lamp'] as const) {
      const tree = await treeOf(pageWith(value))
      expect(tree, value).toMatch(/P\(.*Before.*after"\)/)
      expect(tree.match(/P\(/g), value).toHaveLength(1)
    }
  })

  it('has its label as text, or as alternative text for a picture', async () => {
    expect(await treeOf(pageWith('lamp'))).toContain('Figure{lamp}')
    expect(await treeOf(pageWith('ruby'))).toContain('Span{Pier}')
    const hex = (text: string) => Buffer.from(`\ufeff${text}`, 'utf16le').swap16().toString('hex')
    for (const [value, label] of [
      ['ruby', 'Pier'],
      ['badge', 'three boats'],
    ] as const) {
      expect(pdfSource(pageWith(value)).toLowerCase()).toContain(`/actualtext <${hex(label)}>`)
    }
  })

  it('has its label in all texts of a document', async () => {
    const set = setDocument(
      {
        ...named,
        blocks: [
          { kind: 'heading', text: 'Head {w} behind' },
          { kind: 'list', items: ['Item {w} behind'] },
          { kind: 'table', columns: [{}], rows: [['Cell {w} behind']] },
        ],
      },
      { sheet, fonts, values: { w: objects.ruby } },
    )
    const tree = await treeOf(toPdf([...set.pages()], set.metadata))
    for (const role of ['H1', 'P', 'TD']) {
      expect(tree).toMatch(new RegExp(`${role}\\("[^"]*" Span\\{Pier\\}\\([^)]*\\) "behind"\\)`))
    }
  })
})

/** Markup that the compiler does not read along. */
const markupOf = (href: string): string => `See ~href="${href}"[the pier]`

describe('obstacles of an export', () => {
  const page = (role: string, label?: string) =>
    draw({ width: 100, height: 60 }, [
      group([circle(20, 20, 9, { fill: '#c8331f' })], {
        role,
        ...(label !== undefined && { label }),
      }),
    ])
  const heading = (level: number) =>
    group([place(typesetter.set('Boats'), 0, level * 20)], { role: 'heading', level })
  const codesOf = (shown: ReturnType<typeof draw>) => {
    const codes: string[] = []
    const pdf = toPdf(shown, {
      ...named,
      standards: ['PDF/UA-1'],
      onProblem: ({ code }) => codes.push(code),
    })
    return { codes, claims: Buffer.from(pdf).toString('latin1').includes('pdfuaid:part') }
  }

  it('PDF/UA is not claimed with unnamed figures or skipped headings', () => {
    const skipping = draw({ width: 100, height: 90 }, [heading(1), heading(3)])
    const deep = draw({ width: 100, height: 90 }, [heading(2)])
    for (const shown of [page('img'), page('figure'), skipping, deep]) {
      expect(codesOf(shown)).toEqual({ codes: ['unmet-standard'], claims: false })
      expect(() => toPdf(shown, { ...named, standards: ['PDF/UA-1'] })).toThrow('PDF/UA-1')
    }
    const stepping = draw({ width: 100, height: 90 }, [heading(1), heading(2), heading(1)])
    for (const shown of [page('img', 'A lamp'), stepping]) {
      expect(codesOf(shown)).toEqual({ codes: [], claims: true })
    }
  })

  it('a link to nowhere is reported and its text stays', async () => {
    const link = (href: string) => typesetter.set(markupOf(href))
    const codes: string[] = []
    const pdf = toPdf(link('#nowhere'), { onProblem: ({ code }) => codes.push(code) })
    expect(codes).toEqual(['unknown-place'])
    expect(await treeOf(pdf)).toContain('the pier')
    expect(() => toPdf(link('#nowhere'))).toThrow('#nowhere')
    // The top of the document is there without an id.
    expect(pdfSource(toPdf(link('#top')))).toMatch(/\(?.*\/XYZ null \d+ null/)
  })

  const original = readFileSync(fontFiles.arabic)
  const tableAt = (tag: string) => {
    for (let at = 12; ; at += 16)
      if (original.toString('latin1', at, at + 4) === tag) return original.readUInt32BE(at + 8)
  }
  const damages: readonly (readonly [name: string, tag: string, at: number, value: number])[] = [
    ['hhea version', 'hhea', 0, 0xff],
    ['no metrics', 'hhea', 34, 0],
    ['too many metrics', 'hhea', 34, 0xffff],
    ['few glyphs', 'maxp', 4, 2],
    ['form of places', 'head', 50, 0x7f00],
  ]

  it.each(damages)('is a font that is damaged, and told as that: %s', async (_, tag, at, value) => {
    const font = Buffer.from(original)
    font.writeUInt16BE(value, tableAt(tag) + at)
    const own = await openFonts({ builtIn: [], files: [font], embedding: true })
    const { set } = typesetterFor({
      sheet: defineSheet({ styles: { defaults: { family: own.families[0] } } }),
      fonts: own,
      problems: 'collect',
    })
    expect(() => toPdf(set('سلام لا إله'))).toThrow(/^the font .* could not be subset/)
  })
})
