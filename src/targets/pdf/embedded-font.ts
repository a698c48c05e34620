import { numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { fail } from '../../problem/index.ts'
import { fingerprint, hex16, latin1, utf16Hex } from './bytes.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'

/** A face as a document uses it: a code of two bytes for each pair of glyph and text. */
export interface EmbeddedFont {
  /** What the pages' resources call it. */
  readonly name: string
  readonly number: ObjectNumber
  /** The code of a glyph that stands for a text. */
  code(glyph: number, text: string): number
  /** The width PDF readers know for a glyph, in thousandths of an em. */
  width(glyph: number): number
  write(): void
}

interface Coded {
  readonly glyph: number
  readonly text: string
}

const mostCodes = 0xffff

/** A composite font (ISO 32000-2, 9.7) that is written when all its codes are known. */
export function embeddedFont(face: Face, name: string, objects: PdfObjects): EmbeddedFont {
  if (face.outlineFormat !== 'glyf') {
    fail(
      'no-embedding',
      `the font ${face.postScriptName} has CFF outlines, which PDFs do not get yet`,
      {
        hint: 'use a TrueType font',
      },
    )
  }
  if (!face.embeddable) {
    fail('no-embedding', `the license of the font ${face.postScriptName} forbids to embed it`, {
      hint: 'use another font, or outlines',
    })
  }
  const number = objects.reserve()
  const codes = new Map<string, number>()
  /** Code 0 is the missing glyph. */
  const coded: Coded[] = [{ glyph: 0, text: '' }]
  const perMille = (units: number) => (units * 1000) / face.metrics.unitsPerEm
  const width = (glyph: number) => Number(numberText(perMille(face.advance(glyph))))
  return {
    name,
    number,
    width,
    code(glyph, text) {
      const key = `${glyph} ${text}`
      let code = codes.get(key)
      if (code === undefined) {
        if (coded.length > mostCodes) {
          fail('too-many-glyphs', `${face.postScriptName} is used with too many different glyphs`)
        }
        code = coded.length
        coded.push({ glyph, text })
        codes.set(key, code)
      }
      return code
    },
    write: () => writeFont(face, coded, number, objects, width, perMille),
  }
}

function writeFont(
  face: Face,
  coded: readonly Coded[],
  number: ObjectNumber,
  objects: PdfObjects,
  width: (glyph: number) => number,
  perMille: (units: number) => number,
) {
  const glyphs = [...new Set(coded.map(c => c.glyph))].sort((a, b) => a - b)
  const file = face.subset(glyphs)
  const baseName = `${subsetTag(file)}+${pdfName(face.postScriptName)}`
  const { metrics } = face
  const bounds = boundsOf(face, glyphs).map(n => numberText(perMille(n), 0))
  const upright = metrics.italicAngle === 0
  // Symbolic (bit 3): codes are glyphs and no standard character set; italic is bit 7.
  const flags = 4 | (upright ? 0 : 64)
  const fontFile = objects.addStream(file, `/Length1 ${file.length} `)
  const [ascent, descent, capHeight] = [metrics.ascent, metrics.descent, metrics.capHeight].map(n =>
    numberText(perMille(n), 0),
  )
  const descriptor = objects.add(
    `<< /Type /FontDescriptor /FontName /${baseName} /Flags ${flags} /FontBBox [${bounds.join(' ')}] ` +
      `/ItalicAngle ${numberText(metrics.italicAngle)} /Ascent ${ascent} /Descent ${descent} ` +
      `/CapHeight ${capHeight} /StemV ${stemWidth(face.weight)} /FontFile2 ${reference(fontFile)} >>`,
  )
  const glyphMap = objects.addStream(
    Uint8Array.from(coded.flatMap(({ glyph }) => [glyph >> 8, glyph & 0xff])),
  )
  const widths = coded.map(({ glyph }) => numberText(width(glyph)))
  const descendant = objects.add(
    `<< /Type /Font /Subtype /CIDFontType2 /BaseFont /${baseName} ` +
      '/CIDSystemInfo << /Registry (Adobe) /Ordering (Identity) /Supplement 0 >> ' +
      `/FontDescriptor ${reference(descriptor)} /W [0 [${widths.join(' ')}]] ` +
      `/CIDToGIDMap ${reference(glyphMap)} >>`,
  )
  const unicode = objects.addStream(latin1(unicodeMap(coded)))
  objects.set(
    number,
    `<< /Type /Font /Subtype /Type0 /BaseFont /${baseName} /Encoding /Identity-H ` +
      `/DescendantFonts [${reference(descendant)}] /ToUnicode ${reference(unicode)} >>`,
  )
}

/** Six capital letters that tell subsets of one font apart (ISO 32000-2, 9.9.2). */
function subsetTag(file: Uint8Array): string {
  let rest = Number.parseInt(fingerprint([file]).slice(0, 8), 16)
  let tag = ''
  for (let i = 0; i < 6; i++) {
    tag += String.fromCharCode(65 + (rest % 26))
    rest = Math.floor(rest / 26)
  }
  return tag
}

function pdfName(name: string): string {
  return name.replace(/[^A-Za-z0-9-]/g, '') || 'Font'
}

/** Readers only use it to find a substitute; there is none for an embedded font. */
function stemWidth(weight: number): number {
  return Math.round(50 + (weight / 65) ** 2)
}

function boundsOf(face: Face, glyphs: readonly number[]): [number, number, number, number] {
  let [left, bottom, right, top] = [0, 0, 0, 0]
  for (const glyph of glyphs) {
    const extents = face.extents(glyph)
    if (!extents) continue
    left = Math.min(left, extents.left)
    bottom = Math.min(bottom, extents.bottom)
    right = Math.max(right, extents.right)
    top = Math.max(top, extents.top)
  }
  return [left, bottom, right, top]
}

/** Most entries a section of a CMap may have (Adobe Technical Note 5014). */
const sectionLength = 100

/** Codes to text (ISO 32000-2, 9.10.3), so that it can be searched, selected and copied. */
function unicodeMap(coded: readonly Coded[]): string {
  const lines = coded
    .map(({ text }, code) => ({ text, code }))
    .filter(({ text }) => text !== '')
    .map(({ text, code }) => `<${hex16(code)}> <${utf16Hex(text)}>`)
  let sections = ''
  for (let at = 0; at < lines.length; at += sectionLength) {
    const section = lines.slice(at, at + sectionLength)
    sections += `${section.length} beginbfchar\n${section.join('\n')}\nendbfchar\n`
  }
  return (
    '/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n' +
    '/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n' +
    '/CMapName /Adobe-Identity-UCS def\n/CMapType 2 def\n' +
    '1 begincodespacerange\n<0000> <FFFF>\nendcodespacerange\n' +
    `${sections}endcmap\nCMapName currentdict /CMap defineresource pop\nend\nend\n`
  )
}
