import { latin1 } from '../../blocks/index.ts'
import { numberText, subsetFont } from '../../drawing/index.ts'
import type { CompositeGlyph, Face, FontSubset } from '../../fonts/index.ts'
import { fail } from '../../problem/index.ts'
import { fingerprint } from './bytes.ts'
import { cffCharacters } from './cff-characters.ts'
import { type Coded, isOnlyGlyph, partsKey } from './coded.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import { characterMap, unicodeMap } from './unicode-map.ts'
import { downWidth, perMille, writtenDecimals } from './units.ts'

/**
 * A composite font (ISO 32000-2, 9.7) of the glyphs that are used, from the font's own bytes. Codes
 * count from 0, which is the missing glyph.
 */
export function writeCompositeFont(
  face: Face,
  coded: readonly Coded[],
  direction: 'across' | 'down',
  number: ObjectNumber,
  objects: PdfObjects,
) {
  const used = coded.flatMap(({ parts }) => parts.map(part => part.glyph))
  const glyphs = [...new Set(used)].sort((a, b) => a - b)
  const { composites, idOf } = compositesOf(face, coded)
  const subset = subsetFont(face, glyphs, composites)
  const baseName = `${subsetTag(subset.bytes)}+${pdfName(face.postScriptName)}`
  const ids = coded.map((_, i) => idOf(i, subset.firstComposite))
  const { entries, encoding, descriptor } =
    face.outlineFormat === 'glyf'
      ? trueTypeParts(face, subset, coded, ids, objects)
      : cffParts(face, subset, coded, ids, objects)
  const described = objects.add(descriptorText(face, baseName, glyphs, descriptor))
  const descendant = objects.add(
    `<< /Type /Font ${entries} ${direction === 'down' ? downMetrics(coded) : ''}/BaseFont /${baseName} ` +
      '/CIDSystemInfo << /Registry (Adobe) /Ordering (Identity) /Supplement 0 >> ' +
      `/FontDescriptor ${reference(described)} >>`,
  )
  const unicode = objects.addStream(
    latin1(
      unicodeMap(
        coded.map(c => c.text),
        2,
      ),
    ),
  )
  objects.set(
    number,
    `<< /Type /Font /Subtype /Type0 /BaseFont /${baseName} ` +
      `/Encoding ${direction === 'down' ? '/Identity-V' : encoding} ` +
      `/DescendantFonts [${reference(descendant)}] /ToUnicode ${reference(unicode)} >>`,
  )
}

/** The vertical origins and advances of glyphs (9.7.4.3). */
function downMetrics(coded: readonly Coded[]): string {
  const entries = coded.map(({ hook = { x: 0, y: 0 } }) => {
    const [x, y] = [hook.x, hook.y].map(n => numberText(n, writtenDecimals))
    return `${-downWidth} ${x} ${y}`
  })
  return `/W2 [0 [${entries.join(' ')}]] `
}

/** The differences between fonts with TrueType and CFF outlines. */
interface FontParts {
  /** Entries of the descendant font. */
  readonly entries: string
  readonly encoding: string
  /** Entries of the font descriptor. */
  readonly descriptor: string
}

/** Codes of composite glyphs, and the numbering of their parts. */
function compositesOf(
  face: Face,
  coded: readonly Coded[],
): {
  readonly composites: readonly CompositeGlyph[]
  idOf(code: number, firstComposite: number): number
} {
  const numbers = new Map<string, number>()
  const composites: CompositeGlyph[] = []
  const numbered = coded.map(({ parts, advance }) => {
    if (isOnlyGlyph(parts) && (parts[0].glyph === 0 || face.advance(parts[0].glyph) === advance)) {
      return undefined
    }
    const key = `${partsKey(parts)} ${advance}`
    const number = numbers.get(key) ?? composites.push({ parts, advance }) - 1
    numbers.set(key, number)
    return number
  })
  return {
    composites,
    idOf(code, firstComposite) {
      const number = numbered[code]
      return number === undefined ? coded[code].parts[0].glyph : firstComposite + number
    },
  }
}

/** Codes are character identifiers, and a map leads from them to glyphs. */
function trueTypeParts(
  face: Face,
  { bytes }: FontSubset,
  coded: readonly Coded[],
  ids: readonly number[],
  objects: PdfObjects,
): FontParts {
  const fontFile = objects.addStream(bytes, `/Length1 ${bytes.length} `)
  const glyphMap = objects.addStream(Uint8Array.from(ids.flatMap(id => [id >> 8, id & 0xff])))
  const widths = coded.map(({ advance }) => widthText(face, advance))
  return {
    entries: `/Subtype /CIDFontType2 /W [0 [${widths.join(' ')}]] /CIDToGIDMap ${reference(glyphMap)}`,
    encoding: '/Identity-H',
    descriptor: `/FontFile2 ${reference(fontFile)}`,
  }
}

/** The font itself maps character identifiers to glyphs; codes are mapped to identifiers. */
function cffParts(
  face: Face,
  subset: FontSubset,
  coded: readonly Coded[],
  ids: readonly number[],
  objects: PdfObjects,
): FontParts {
  const table =
    subset.table('CFF ') ??
    fail('font-subset', `the font ${face.postScriptName} could not be subset`)
  const characters = cffCharacters(table, face.glyphCount)
  const cidOf = (glyph: number) => characters?.[glyph] ?? glyph
  const bytes = new Uint8Array(table.buffer, table.byteOffset, table.byteLength)
  const fontFile = objects.addStream(bytes, '/Subtype /CIDFontType0C ')
  const cids = ids.map(cidOf)
  const widths = new Map(coded.map(({ advance }, i) => [cids[i], widthText(face, advance)]))
  const listed = [...widths].sort(([a], [b]) => a - b).map(([cid, width]) => `${cid} [${width}]`)
  const encoding = objects.addStream(
    latin1(characterMap(cids)),
    '/Type /CMap /CMapName /Codes /CIDSystemInfo << /Registry (Adobe) /Ordering (Identity) /Supplement 0 >> ',
  )
  return {
    entries: `/Subtype /CIDFontType0 /W [${listed.join(' ')}]`,
    encoding: reference(encoding),
    descriptor: `/FontFile3 ${reference(fontFile)}`,
  }
}

const widthText = (face: Face, advance: number) =>
  numberText(perMille(face, advance), writtenDecimals)

function descriptorText(
  face: Face,
  baseName: string,
  glyphs: readonly number[],
  fontFile: string,
): string {
  const { metrics } = face
  const text = (units: number) => numberText(perMille(face, units), 0)
  const bounds = boundsOf(face, glyphs).map(text)
  // Symbolic (bit 3): codes are glyphs and no standard character set; italic is bit 7.
  const flags = 4 | (metrics.italicAngle === 0 ? 0 : 64)
  const [ascent, descent, capHeight] = [metrics.ascent, metrics.descent, metrics.capHeight].map(
    text,
  )
  return (
    `<< /Type /FontDescriptor /FontName /${baseName} /Flags ${flags} /FontBBox [${bounds.join(' ')}] ` +
    `/ItalicAngle ${numberText(metrics.italicAngle)} /Ascent ${ascent} /Descent ${descent} ` +
    `/CapHeight ${capHeight} /StemV ${stemWidth(face.weight)} ${fontFile} >>`
  )
}

/** Six capital letters that tell subsets of one font apart (ISO 32000-2, 9.9.2). */
function subsetTag(file: Uint8Array): string {
  const contents = fingerprint()
  contents.add(file)
  let rest = Number.parseInt(contents.text().slice(0, 8), 16)
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
