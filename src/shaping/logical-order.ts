import { glyphRows } from '../blocks/index.ts'
import type { ShapedGlyphs } from '../fonts/index.ts'

/**
 * Glyphs the other way round. Text from right to left is shaped into glyphs from left to right;
 * layout cuts it in the order of the text, and turns it back when a line is done.
 */
export function reversed(shaped: ShapedGlyphs): ShapedGlyphs {
  const { glyphs, advances, offsetsX, offsetsY, clusters, unsafe } = shaped
  const { length } = glyphs
  const rows = glyphRows(length)
  const turned =
    advances instanceof Float64Array ? { ...rows, advances: new Float64Array(length) } : rows
  for (let i = 0, from = length - 1; i < length; i++, from--) {
    turned.glyphs[i] = glyphs[from]
    turned.advances[i] = advances[from]
    turned.offsetsX[i] = offsetsX[from]
    turned.offsetsY[i] = offsetsY[from]
    turned.clusters[i] = clusters[from]
    turned.unsafe[i] = unsafe[from]
  }
  return turned
}
