import { mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deflateSync } from 'node:zlib'
import { defineSheet, faceOf, openShelf, typesetter } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { cidKeyed, collection, fontFiles, notEmbeddable } from '../support/font-files.ts'
import { pdfSource, readPdf } from '../support/pdf.ts'

const { woff, variable, serif, mono, cff, variableCff } = fontFiles
const upright = { weight: 400, slant: 'normal' } as const
const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))

describe('font files', () => {
  it.each([
    ['WOFF', woff, 'Source Sans 3'],
    ['WOFF2', variable, 'Source Sans 3'],
    ['TrueType', serif, 'Source Serif 4'],
    ['OpenType CFF', cff, 'Source Code Pro'],
    ['variable CFF', variableCff, 'SourceCodeVF'],
  ])('in %s are read from paths and from bytes', async (_, path, family) => {
    for (const font of [path, readFileSync(path)]) {
      const shelf = await openShelf({ builtIn: [], fonts: [font] })
      expect(shelf.families).toEqual([family])
      const face = shelf.face(family, upright)
      expect(face.outline(face.glyphOf(0x61)).segments.length).toBeGreaterThan(5)
    }
  })

  it('in a collection are all on the shelf', async () => {
    const ttc = collection(readFileSync(serif), readFileSync(mono))
    const shelf = await openShelf({ builtIn: [], fonts: [ttc] })
    expect(shelf.families).toEqual(['Source Serif 4', 'Source Code Pro'])
    const alone = await openShelf({ builtIn: [], fonts: [mono] })
    const [a, b] = [shelf, alone].map(s => s.face('Source Code Pro', upright))
    expect(a.outline(a.glyphOf(0x61))).toEqual(b.outline(b.glyphOf(0x61)))
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Code Pro' } } })
    const { pages } = await readPdf(toPdf(typesetter({ sheet, shelf }).set('Tern')))
    expect(pages[0][0].text).toBe('Tern')
  })

  it('in a folder are all on the shelf, also when they are added later', async () => {
    const fonts = join(folder, 'fonts/inner')
    mkdirSync(fonts, { recursive: true })
    writeFileSync(join(fonts, 'a.ttf'), readFileSync(serif))
    writeFileSync(join(folder, 'fonts/b.WOFF'), readFileSync(woff))
    writeFileSync(join(folder, 'fonts/read me.txt'), 'no font')
    const shelf = await openShelf({ builtIn: ['mono'] })
    await shelf.add(join(folder, 'fonts'))
    expect(shelf.families).toEqual(['mono', 'Source Sans 3', 'Source Serif 4'])
    mkdirSync(join(folder, 'empty'))
    await expect(shelf.add(join(folder, 'empty'))).rejects.toThrow(
      'there are no fonts in the folder',
    )
  })

  it('are found once in folders that lead in circles', async () => {
    const round = join(folder, 'round/inner')
    mkdirSync(round, { recursive: true })
    writeFileSync(join(round, 'a.ttf'), readFileSync(serif))
    // Two of them: paths through both would be without number.
    symlinkSync('..', join(round, 'out'))
    symlinkSync('.', join(round, 'here'))
    symlinkSync('gone', join(round, 'lost'))
    const shelf = await openShelf({ builtIn: [], fonts: [join(folder, 'round')] })
    expect(shelf.facesOf('Source Serif 4').length).toBe(1)
    expect(shelf.problems).toEqual([])
  })

  const broken = readFileSync(woff)
  it.each([
    ['a WOFF cut short', broken.subarray(0, 60), 'ends inside its table directory'],
    ['a WOFF whose table lies outside', patched(broken, 48, 0x7fffffff), 'reaches past the end'],
    ['a WOFF that claims to be enormous', patched(broken, 56, 0x7fffffff), 'would decompress to'],
    ['a WOFF with garbage for a table', garbled(broken), 'cannot be decompressed'],
    [
      'a WOFF2 that claims to be enormous',
      patched(readFileSync(variable), 16, 0x7fffffff),
      'would decompress to',
    ],
    [
      'a WOFF2 cut short',
      readFileSync(variable).subarray(0, 9000),
      'not as long as its WOFF2 header states',
    ],
    [
      'a WOFF2 with garbage inside',
      patched(readFileSync(variable), 3000, 0xdeadbeef),
      'cannot be decompressed',
    ],
    ['a collection of too many', Buffer.from('ttcf00000000ffff'), 'is a collection of'],
    [
      'a collection of nothing',
      Buffer.concat([Buffer.from('ttcf'), Buffer.alloc(20)]),
      'is a collection of 0 fonts',
    ],
  ])('refuse %s', async (_, bytes, message) => {
    await expect(openShelf({ fonts: [bytes] })).rejects.toMatchObject({
      code: 'bad-font',
      message: expect.stringContaining(message),
    })
  })
})

function patched(bytes: Buffer, at: number, value: number): Buffer {
  const copy = Buffer.from(bytes)
  copy.writeUInt32BE(value, at)
  return copy
}

/** The packed bytes of the first table that is packed, replaced. */
function garbled(bytes: Buffer): Buffer {
  const copy = Buffer.from(bytes)
  for (let at = 44; ; at += 20) {
    const [offset, packed, length] = [4, 8, 12].map(o => copy.readUInt32BE(at + o))
    if (packed === length) continue
    copy.fill(0xff, offset, offset + packed)
    return copy
  }
}

describe('variable fonts', () => {
  const sheet = defineSheet({
    styles: {
      defaults: { family: 'Source Sans 3', size: 20 },
      light: { weight: 'light' },
      heavy: { weight: 900 },
      beyond: { weight: 1000 },
      axis: { axes: { wght: 650 } },
    },
  })

  it('take every weight they have, and no more', async () => {
    const shelf = await openShelf({ builtIn: [], fonts: [variable] })
    expect(shelf.facesOf('Source Sans 3')).toMatchObject([
      { weights: [200, 900], axes: [{ tag: 'wght' }] },
    ])
    const { set } = typesetter({ sheet, shelf })
    const runs = set('~light[Quay] ~heavy[Quay] ~beyond[Quay] ~axis[Quay]').lines[0].runs.filter(
      r => r.text === 'Quay',
    )
    expect(runs.map(run => faceOf(run).weight)).toEqual([300, 900, 900, 650])
    const [light, heavy, beyond, axis] = runs.map(run => run.width)
    expect(light).toBeLessThan(axis)
    expect(axis).toBeLessThan(heavy)
    expect(beyond).toBe(heavy)
  })

  it('have shapes of their own in SVG, also where two pictures share a page', async () => {
    const shelf = await openShelf({ builtIn: [], fonts: [variable] })
    const { set } = typesetter({ sheet, shelf })
    const shapes = (markup: string) => {
      const svg = toSvg(set(markup as '~light[Q]'))
      return new Map([...svg.matchAll(/<path id="([^"]+)" d="([^"]+)"/g)].map(m => [m[1], m[2]]))
    }
    const [light, heavy] = [shapes('~light[Quay]'), shapes('~heavy[Quay]')]
    expect(light.size).toBe(4)
    for (const [id, path] of light) expect(heavy.get(id) ?? path).toBe(path)
    expect(shapes('~light[Q] ~heavy[Q]').size).toBe(2)
  })

  it('go into a PDF as they stand, and give their text', async () => {
    const shelf = await openShelf({ builtIn: [], fonts: [variable] })
    const layout = typesetter({ sheet, shelf }).set('~light[Quay] ~heavy[Quay]')
    const pdf = toPdf(layout, { deflate: bytes => deflateSync(bytes) })
    const { pages } = await readPdf(pdf)
    expect(pages[0].map(run => run.text).join('')).toBe('Quay Quay')
    const ends = layout.lines[0].runs.map(run => run.x + run.width)
    pages[0].forEach((run, i) => {
      expect(run.end).toBeCloseTo(ends[i], 2)
    })
    expect(pdfSource(pdf).match(/\/FontFile2/g)?.length).toBe(3)
  })
})

describe('names and licenses', () => {
  it('gives families short names, to be changed in one place', async () => {
    const names = { heading: 'Source Serif 4', text: 'sans' }
    const shelf = await openShelf({ builtIn: ['sans'], fonts: [serif], aliases: names })
    expect(shelf.face('Heading', upright).family).toBe('Source Serif 4')
    expect(shelf.has('text')).toBe(true)
    const sheet = defineSheet({ styles: { title: { family: 'heading' } } })
    expect(typesetter({ sheet, shelf }).set('x', { style: 'title' }).problems).toEqual([])
    await expect(
      openShelf({ aliases: { heading: 'Source Serf' }, fonts: [serif] }),
    ).rejects.toThrow(
      "the short name 'heading' is for 'Source Serf', which is not on the shelf (did you mean 'Source Serif 4'?)",
    )
  })

  it('refuses a PDF with a font whose license forbids it', async () => {
    const bytes = notEmbeddable(readFileSync(serif))
    const shelf = await openShelf({ builtIn: [], fonts: [bytes] })
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Serif 4' } } })
    const layout = typesetter({ sheet, shelf }).set('Tern')
    expect(() => toPdf(layout)).toThrow(
      'the license of the font SourceSerif4-Regular forbids embedding',
    )
  })
})

describe('CFF outlines', () => {
  const text = 'Tern 07:40 Ångström'

  async function set(font: string | Buffer, family: string) {
    const shelf = await openShelf({ builtIn: [], fonts: [font] })
    const sheet = defineSheet({ styles: { defaults: { family, size: 20 } } })
    return typesetter({ sheet, shelf }).set(text)
  }

  it('are the same whether glyphs have names or character identifiers', async () => {
    const named = await set(cff, 'Source Code Pro')
    const face = faceOf(named.lines[0].runs[0])
    expect(face.outlineFormat).toBe('CFF')
    const keyed = await set(cidKeyed(readFileSync(cff)), 'Source Code Pro')
    // Ids are made of the face's contents, which differ.
    const shapes = (svg: string) => svg.replace(/(id="|#)g\w+-/g, '$1')
    expect(shapes(toSvg(keyed))).toBe(shapes(toSvg(named)))
  })

  it.each([
    ['named', () => readFileSync(cff), 'Source Code Pro', /\/CIDFontType0C/],
    ['CID-keyed', () => cidKeyed(readFileSync(cff)), 'Source Code Pro', /\/CIDFontType0C/],
    ['variable', () => readFileSync(variableCff), 'SourceCodeVF', /\/Type3/],
  ])('go into a PDF: %s', async (_, font, family, kind) => {
    const layout = await set(font(), family)
    const pdf = toPdf(layout)
    expect(pdfSource(pdf)).toMatch(kind)
    const { pages } = await readPdf(pdf)
    expect(pages[0].map(run => run.text).join('')).toBe(text)
  })
})
