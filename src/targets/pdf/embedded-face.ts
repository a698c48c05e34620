import { numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { fail } from '../../problem/index.ts'
import { stringBytes } from './bytes.ts'
import {
  atOrigin,
  type Coded,
  type EmbeddedFace,
  type EncodedGlyph,
  type GlyphPart,
  isOnlyGlyph,
  partsKey,
} from './coded.ts'
import { writeCompositeFont } from './composite-font.ts'
import { mostDrawnCodes, writeDrawnFont, yardstick } from './drawn-font.ts'
import type { ObjectNumber, PdfObjects } from './objects.ts'
import type { Resources } from './resources.ts'
import { downWidth, perMille, writtenDecimals } from './units.ts'

/** The way a block's glyphs get into the document: from the font's bytes, vertically, or drawn. */
type BlockKind = 'across' | 'down' | 'drawn'

/** Codes that share one of the document's fonts. */
interface Block {
  readonly name: string
  readonly number: ObjectNumber
  readonly coded: Coded[]
  readonly kind: BlockKind
}

const mostCodes = 0xffff

/**
 * A face's fonts in the document, written when all their codes are known. PDF knows no CFF2, nor
 * glyphs that the font's bytes do not have as they look: those are drawn, and all are if asked.
 */
export function embeddedFace(
  face: Face,
  isAllDrawn: boolean,
  objects: PdfObjects,
  resources: Resources,
  addFont: (font: ObjectNumber) => string,
): EmbeddedFace {
  if (!face.embeddable) {
    fail(
      'forbidden-embedding',
      `the license of the font ${face.postScriptName} forbids embedding`,
      {
        hint: 'use another font, or outlines',
      },
    )
  }
  const blocks: Block[] = []
  /** By glyph and the one UTF-16 unit it stands for, which is most of all text. */
  const ofUnit = new Map<number, EncodedGlyph>()
  const ofText = new Map<string, EncodedGlyph>()
  /** The last glyph of each ASCII character, and its code: most have only one. */
  const lastGlyphs = new Int32Array(0x80).fill(-1)
  const lastCodes: EncodedGlyph[] = []
  let composites = 0

  function blockFor(kind: BlockKind): Block {
    const open = blocks.findLast(block => block.kind === kind)
    if (open && open.coded.length < (kind === 'drawn' ? mostDrawnCodes : mostCodes)) return open
    const number = objects.reserve()
    // In a composite font, code 0 is the missing glyph.
    const first = kind === 'drawn' ? yardstick(face) : { parts: [atOrigin(0)], advance: 0 }
    const block = { name: addFont(number), number, coded: [{ ...first, text: '' }], kind }
    blocks.push(block)
    return block
  }

  /** Only TrueType has glyphs that are put together from others, and 65,535 of all. */
  const canCompose = () => face.outlineFormat === 'glyf' && face.glyphCount + composites < mostCodes

  function added(parts: readonly GlyphPart[], text: string, wanted?: number): EncodedGlyph {
    const natural = parts.reduce((sum, { glyph }) => sum + face.advance(glyph), 0)
    const isOfFont = !isAllDrawn && parts.every(({ glyph }) => face.isPlain(glyph))
    const isGlyph = isOnlyGlyph(parts) && (wanted === undefined || wanted === natural)
    const isDrawn = !isOfFont || !(isOnlyGlyph(parts) || canCompose())
    const advance = isDrawn || canCompose() ? (wanted ?? natural) : natural
    if (!isDrawn && !isGlyph && canCompose()) composites++
    const { name, coded } = blockFor(isDrawn ? 'drawn' : 'across')
    coded.push({ parts, advance, text })
    const code = isDrawn ? coded.length : coded.length - 1
    const width = Number(numberText(perMille(face, advance), writtenDecimals))
    return { font: name, code: stringBytes(code, isDrawn ? 1 : 2), width }
  }

  function codeOf(key: string, parts: readonly GlyphPart[], text: string, advance?: number) {
    let known = ofText.get(key)
    if (!known) {
      known = added(parts, text, advance)
      ofText.set(key, known)
    }
    return known
  }

  function encoded(glyph: number, text: string, start = 0, end = text.length): EncodedGlyph {
    if (end - start !== 1) {
      const codeText = text.slice(start, end)
      return codeOf(`${glyph} ${codeText}`, [atOrigin(glyph)], codeText)
    }
    const unit = text.charCodeAt(start)
    if (unit < 0x80 && lastGlyphs[unit] === glyph) return lastCodes[unit]
    const key = glyph * 0x10000 + unit
    let known = ofUnit.get(key)
    if (!known) {
      known = added([atOrigin(glyph)], text.slice(start, end))
      ofUnit.set(key, known)
    }
    if (unit < 0x80) {
      lastGlyphs[unit] = glyph
      lastCodes[unit] = known
    }
    return known
  }

  return {
    hasUnseen: isAllDrawn || face.outlineFormat === 'glyf',
    encoded,
    composed(parts, text, advance) {
      if (isOnlyGlyph(parts) && advance === undefined) return encoded(parts[0].glyph, text)
      return codeOf(`${partsKey(parts)} ${advance} ${text}`, parts, text, advance)
    },
    stacked(parts, text, hook) {
      const key = `${partsKey(parts)} down ${hook.x},${hook.y} ${text}`
      let known = ofText.get(key)
      if (!known) {
        const { name, coded } = blockFor('down')
        if (!isOnlyGlyph(parts)) composites++
        const advance = parts.reduce((sum, { glyph }) => sum + face.advance(glyph), 0)
        coded.push({ parts, advance, text, hook })
        known = { font: name, code: stringBytes(coded.length - 1, 2), width: downWidth }
        ofText.set(key, known)
      }
      return known
    },
    canStack: glyphs =>
      !isAllDrawn && canCompose() && [...glyphs].every(glyph => face.isPlain(glyph)),
    write() {
      for (const { number, coded, kind } of blocks) {
        if (kind === 'drawn') writeDrawnFont(face, coded, number, objects, resources)
        else writeCompositeFont(face, coded, kind, number, objects)
      }
    },
  }
}
