import type { Face } from '../../fonts/index.ts'
import { fail } from '../../problem/index.ts'
import { writeCompositeFont, writtenWidth } from './composite-font.ts'
import { type Coded, mostDrawnCodes, writeDrawnFont } from './drawn-font.ts'
import type { ObjectNumber, PdfObjects } from './objects.ts'
import type { Resources } from './resources.ts'
import { codeText } from './unicode-map.ts'

/** A glyph as a page shows it: which of the document's fonts, and the code in it, in hexadecimal. */
export interface EncodedGlyph {
  readonly font: string
  readonly code: string
}

/** A face as a document uses it: a code for each pair of glyph and text. */
export interface EmbeddedFace {
  encoded(glyph: number, text: string): EncodedGlyph
  /** The width PDF readers know for a glyph, in thousandths of an em. */
  width(glyph: number): number
  write(): void
}

/** Codes that share one of the document's fonts. */
interface Block {
  readonly name: string
  readonly number: ObjectNumber
  readonly coded: Coded[]
  readonly isDrawn: boolean
}

const mostCodes = 0xffff

/** A face's fonts in the document, written when all their codes are known. */
export function embeddedFace(
  face: Face,
  objects: PdfObjects,
  resources: Resources,
  addFont: (font: ObjectNumber) => string,
): EmbeddedFace {
  if (!face.embeddable) {
    fail('no-embedding', `the license of the font ${face.postScriptName} forbids to embed it`, {
      hint: 'use another font, or outlines',
    })
  }
  const blocks: Block[] = []
  const codes = new Map<string, EncodedGlyph>()
  const widths = new Map<number, number>()

  function blockFor(isDrawn: boolean): Block {
    const open = blocks.findLast(block => block.isDrawn === isDrawn)
    const most = isDrawn ? mostDrawnCodes : mostCodes
    if (open && open.coded.length < most) return open
    if (open && !isDrawn) {
      fail('too-many-glyphs', `${face.postScriptName} is used with too many different glyphs`)
    }
    const number = objects.reserve()
    // In a composite font, code 0 is the missing glyph.
    const coded = isDrawn ? [] : [{ glyph: 0, text: '' }]
    const block = { name: addFont(number), number, coded, isDrawn }
    blocks.push(block)
    return block
  }

  return {
    width(glyph) {
      let width = widths.get(glyph)
      if (width === undefined) {
        width = writtenWidth(face, glyph)
        widths.set(glyph, width)
      }
      return width
    },
    encoded(glyph, text) {
      const key = `${glyph} ${text}`
      let known = codes.get(key)
      if (!known) {
        // PDF knows no CFF2, nor glyphs that the font does not have as they look.
        const isDrawn = face.outlineFormat === 'CFF2' || !face.isPlain(glyph)
        const { name, coded } = blockFor(isDrawn)
        coded.push({ glyph, text })
        const code = isDrawn ? codeText(coded.length, 1) : codeText(coded.length - 1, 2)
        known = { font: name, code }
        codes.set(key, known)
      }
      return known
    },
    write() {
      for (const { number, coded, isDrawn } of blocks) {
        if (isDrawn) writeDrawnFont(face, coded, number, objects, resources)
        else writeCompositeFont(face, coded, number, objects)
      }
    },
  }
}
