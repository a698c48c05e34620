import { numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { latin1 } from './bytes.ts'
import { colorContent } from './color-content.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import { outlineContent } from './outline-content.ts'
import type { Resources } from './resources.ts'
import { unicodeMap } from './unicode-map.ts'

/** A glyph and the text it stands for. */
export interface Coded {
  readonly glyph: number
  readonly text: string
}

/** Codes have one byte; 0 is left out. */
export const mostDrawnCodes = 255

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
  const procedures = new Map<number, ObjectNumber>()
  for (const { glyph } of coded) {
    if (procedures.has(glyph)) continue
    procedures.set(glyph, objects.addStream(latin1(procedure(face, glyph, resources))))
  }
  const named = [...procedures].map(([glyph, object]) => `/g${glyph} ${reference(object)}`)
  const names = coded.map(({ glyph }) => `/g${glyph}`).join(' ')
  const widths = coded.map(({ glyph }) => face.advance(glyph)).join(' ')
  const unit = numberText(1 / face.metrics.unitsPerEm, 12)
  const unicode = objects.addStream(latin1(unicodeMap(['', ...coded.map(c => c.text)], 1)))
  objects.set(
    number,
    `<< /Type /Font /Subtype /Type3 /FontBBox [0 0 0 0] /FontMatrix [${unit} 0 0 ${unit} 0 0] ` +
      `/CharProcs << ${named.join(' ')} >> ` +
      `/Encoding << /Type /Encoding /Differences [1 ${names}] >> ` +
      `/FirstChar 1 /LastChar ${coded.length} /Widths [${widths}] ` +
      `/Resources ${reference(resources.number)} /ToUnicode ${reference(unicode)} >>`,
  )
}

/** `d0` for all: glyphs without colors of their own are painted in the text's, which they inherit. */
function procedure(face: Face, glyph: number, resources: Resources): string {
  const head = `${face.advance(glyph)} 0 d0\n`
  const parts = face.colorParts(glyph)
  if (parts) return head + colorContent(parts, resources)
  const outline = outlineContent(face.outline(glyph))
  return `${head}${outline}${outline === '' ? '' : 'f\n'}`
}
