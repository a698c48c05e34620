import { mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deflateSync } from 'node:zlib'
import { defineSheet, faceOf, openFonts, typesetterFor } from 'dot-line'
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
      const fonts = await openFonts({ builtIn: [], files: [font] })
      expect(fonts.families).toEqual([family])
      const face = fonts.face(family, upright)
      expect(face.outline(face.glyphOf(0x61)).segments.length).toBeGreaterThan(5)
    }
  })

  it('in a collection are all among the fonts', async () => {
    const ttc = collection(readFileSync(serif), readFileSync(mono))
    const fonts = await openFonts({ builtIn: [], files: [ttc] })
    expect(fonts.families).toEqual(['Source Serif 4', 'Source Code Pro'])
    const alone = await openFonts({ builtIn: [], files: [mono] })
    const [a, b] = [fonts, alone].map(s => s.face('Source Code Pro', upright))
    expect(a.outline(a.glyphOf(0x61))).toEqual(b.outline(b.glyphOf(0x61)))
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Code Pro' } } })
    const { pages } = await readPdf(toPdf(typesetterFor({ sheet, fonts }).set('Tern')))
    expect(pages[0][0].text).toBe('Tern')
  })

  it('in a folder are all among the fonts, also when they are added later', async () => {
    const files = join(folder, 'fonts/inner')
    mkdirSync(files, { recursive: true })
    writeFileSync(join(files, 'a.ttf'), readFileSync(serif))
    writeFileSync(join(folder, 'fonts/b.WOFF'), readFileSync(woff))
    writeFileSync(join(folder, 'fonts/read me.txt'), 'no font')
    const fonts = await openFonts({ builtIn: ['mono'] })
    await fonts.add(join(folder, 'fonts'))
    expect(fonts.families).toEqual(['mono', 'Source Sans 3', 'Source Serif 4'])
    mkdirSync(join(folder, 'empty'))
    await expect(fonts.add(join(folder, 'empty'))).rejects.toThrow(
      'there are no fonts in the folder',
    )
  })

  it('are found once in folders with circular links', async () => {
    const round = join(folder, 'round/inner')
    mkdirSync(round, { recursive: true })
    writeFileSync(join(round, 'a.ttf'), readFileSync(serif))
    // Two of them: paths through both would be without number.
    symlinkSync('..', join(round, 'out'))
    symlinkSync('.', join(round, 'here'))
    symlinkSync('gone', join(round, 'lost'))
    const fonts = await openFonts({ builtIn: [], files: [join(folder, 'round')] })
    expect(fonts.facesOf('Source Serif 4').length).toBe(1)
    expect(fonts.problems).toEqual([])
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
    await expect(openFonts({ files: [bytes] })).rejects.toMatchObject({
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

  it('take every weight in their range, and no more', async () => {
    const fonts = await openFonts({ builtIn: [], files: [variable] })
    expect(fonts.facesOf('Source Sans 3')).toMatchObject([
      { weights: [200, 900], axes: [{ tag: 'wght' }] },
    ])
    const { set } = typesetterFor({ sheet, fonts })
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
    const fonts = await openFonts({ builtIn: [], files: [variable] })
    const { set } = typesetterFor({ sheet, fonts })
    const shapes = (markup: string) => {
      const svg = toSvg(set(markup as '~light[Q]'))
      return new Map([...svg.matchAll(/<path id="([^"]+)" d="([^"]+)"/g)].map(m => [m[1], m[2]]))
    }
    const [light, heavy] = [shapes('~light[Quay]'), shapes('~heavy[Quay]')]
    expect(light.size).toBe(4)
    for (const [id, path] of light) expect(heavy.get(id) ?? path).toBe(path)
    expect(shapes('~light[Q] ~heavy[Q]').size).toBe(2)
  })

  it('are embedded in a PDF at their weight, with extractable text', async () => {
    const fonts = await openFonts({ builtIn: [], files: [variable] })
    const layout = typesetterFor({ sheet, fonts }).set('~light[Quay] ~heavy[Quay]')
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
  it('map families to short names that are changed in one place', async () => {
    const names = { heading: 'Source Serif 4', text: 'sans' }
    const fonts = await openFonts({ builtIn: ['sans'], files: [serif], aliases: names })
    expect(fonts.face('Heading', upright).family).toBe('Source Serif 4')
    expect(fonts.has('text')).toBe(true)
    const sheet = defineSheet({ styles: { title: { family: 'heading' } } })
    expect(typesetterFor({ sheet, fonts }).set('x', { style: 'title' }).problems).toEqual([])
    await expect(
      openFonts({ aliases: { heading: 'Source Serf' }, files: [serif] }),
    ).rejects.toThrow(
      "the short name 'heading' is for 'Source Serf', which is not among the fonts (did you mean 'Source Serif 4'?)",
    )
  })

  it('refuses a PDF with a font whose license forbids it', async () => {
    const bytes = notEmbeddable(readFileSync(serif))
    const fonts = await openFonts({ builtIn: [], files: [bytes] })
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Serif 4' } } })
    const layout = typesetterFor({ sheet, fonts }).set('Tern')
    expect(() => toPdf(layout)).toThrow(
      'the license of the font SourceSerif4-Regular forbids embedding',
    )
  })
})

describe('CFF outlines', () => {
  const text = 'Tern 07:40 Ångström'

  async function set(font: string | Buffer, family: string) {
    const fonts = await openFonts({ builtIn: [], files: [font] })
    const sheet = defineSheet({ styles: { defaults: { family, size: 20 } } })
    return typesetterFor({ sheet, fonts }).set(text)
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
