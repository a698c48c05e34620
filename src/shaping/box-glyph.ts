import type { Face, ShapedText } from '../fonts/index.ts'
import type { InlineBox } from '../markup/index.ts'

/** Parts of a unit that the width of a box is rounded to. */
const boxUnits = 4096

/** What stands for a box among glyphs: one cluster, whose advance is the box's length on the line. */
export function boxGlyph(length: number, face: Face): { shaped: ShapedText; size: number } {
  const shaped = singleGlyph(0, Math.round(length * boxUnits))
  return { shaped, size: face.metrics.unitsPerEm / boxUnits }
}

/** A tab as the rest of layout sees it: a space that is as wide as where it stands makes it. */
export const tabGlyph = (face: Face) => singleGlyph(face.glyphOf(0x20), 0)

function singleGlyph(glyph: number, advance: number): ShapedText {
  return {
    glyphs: Uint32Array.of(glyph),
    advances: Int32Array.of(advance),
    offsetsX: Int32Array.of(0),
    offsetsY: Int32Array.of(0),
    clusters: Uint32Array.of(0),
    unsafe: Uint8Array.of(0),
  }
}

/** A box where it stands: one that is centered on letters gets its baseline from them. */
export function standingBox(box: InlineBox, face: Face, size: number): InlineBox {
  if (!box.centered) return box
  const { metrics } = face
  const letters = box.centered === 'cap' ? metrics.capHeight : metrics.xHeight
  return { ...box, baseline: box.height / 2 + (letters * size) / metrics.unitsPerEm / 2 }
}
