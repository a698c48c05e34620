import { type Face, type ShapedGlyphs, unitScale } from '../fonts/index.ts'
import type { InlineBoxItem } from '../markup/index.ts'

/** Parts of a unit that the width of an object is rounded to. */
const objectUnits = 4096

/** The glyph of an inline box: one cluster, whose advance is the box's length on the line. */
export function objectGlyph(length: number, face: Face): { shaped: ShapedGlyphs; size: number } {
  const shaped = singleGlyph(0, Math.round(length * objectUnits))
  return { shaped, size: face.metrics.unitsPerEm / objectUnits }
}

/** A tab as the rest of layout sees it: a space that is as wide as where it stands makes it. */
export const tabGlyph = (face: Face) => singleGlyph(face.glyphOf(0x20), 0)

function singleGlyph(glyph: number, advance: number): ShapedGlyphs {
  return {
    glyphs: Uint32Array.of(glyph),
    advances: Int32Array.of(advance),
    offsetsX: Int32Array.of(0),
    offsetsY: Int32Array.of(0),
    clusters: Uint32Array.of(0),
    unsafe: Uint8Array.of(0),
  }
}

/** An object where it stands: one that is centered on letters gets its baseline from them. */
export function standingObject(object: InlineBoxItem, face: Face, size: number): InlineBoxItem {
  if (!object.centered) return object
  const { capHeight, xHeight } = face.metrics
  const letters = (object.centered === 'cap' ? capHeight : xHeight) * unitScale(face, size)
  return { ...object, baseline: object.height / 2 + letters / 2 }
}
