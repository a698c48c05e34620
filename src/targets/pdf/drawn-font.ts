import { latin1 } from '../../blocks/index.ts'
import { numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Coded, GlyphPart } from './coded.ts'
import { colorContent } from './color-content.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import { outlineContent } from './outline-content.ts'
import type { Resources } from './resources.ts'
import { unicodeMap } from './unicode-map.ts'

/** Codes have one byte; 0 is left out. */
export const mostDrawnCodes = 255

/**
 * The first code of a font that is drawn. A reader has no other way to tell how large its letters
 * are than by one that is called `m`, and takes that for 0.6 of an em.
 */
export const yardstick = ({ metrics }: Face) => ({
  parts: [],
  advance: metrics.unitsPerEm * 0.6,
})

/**
 * A Type 3 font (ISO 32000-2, 9.6.4): glyphs that the font's own bytes do not have as they look
 * (colored, made bold or slanted, variable CFF) are drawn, and their text is text all the same.
 */
export function writeDrawnFont(
  face: Face,
  coded: readonly Coded[],
  number: ObjectNumber,
  objects: PdfObjects,
  resources: Resources,
) {
  /** Names of what paints a glyph, by that. */
  const procedures = new Map<string, { readonly name: string; readonly number: ObjectNumber }>()
  const names = coded.map(one => {
    const content = procedure(face, one, resources)
    const keptProcedure = procedures.get(content) ?? {
      name: procedures.size === 0 ? '/m' : `/g${procedures.size}`,
      number: objects.addStream(latin1(content)),
    }
    procedures.set(content, keptProcedure)
    return keptProcedure.name
  })
  const named = [...procedures.values()].map(({ name, number }) => `${name} ${reference(number)}`)
  const widths = coded.map(({ advance }) => advance).join(' ')
  const unit = numberText(1 / face.metrics.unitsPerEm, 12)
  const unicode = objects.addStream(latin1(unicodeMap(['', ...coded.map(c => c.text)], 1)))
  objects.set(
    number,
    `<< /Type /Font /Subtype /Type3 /FontBBox [0 0 0 0] /FontMatrix [${unit} 0 0 ${unit} 0 0] ` +
      `/CharProcs << ${named.join(' ')} >> ` +
      `/Encoding << /Type /Encoding /Differences [1 ${names.join(' ')}] >> ` +
      `/FirstChar 1 /LastChar ${coded.length} /Widths [${widths}] ` +
      `/Resources ${reference(resources.number)} /ToUnicode ${reference(unicode)} >>`,
  )
}

/** `d0` for all: glyphs without colors of their own are painted in the text's, which they inherit. */
function procedure(face: Face, { parts, advance }: Coded, resources: Resources): string {
  return `${advance} 0 d0\n${parts.map(part => partContent(face, part, resources)).join('')}`
}

function partContent(face: Face, { glyph, x, y }: GlyphPart, resources: Resources): string {
  const colors = face.colorParts(glyph)
  const outline = colors ? '' : outlineContent(face.outline(glyph))
  const content = colors ? colorContent(colors, resources) : outline && `${outline}f\n`
  return (x === 0 && y === 0) || content === '' ? content : `q 1 0 0 1 ${x} ${y} cm\n${content}Q\n`
}
