import type { ShapedGlyphs } from '../fonts/index.ts'

/**
 * Glyphs the other way round. Text from right to left is shaped into glyphs from left to right;
 * layout cuts it in the order of the text, and turns it back when a line is done.
 */
export function reversed(shaped: ShapedGlyphs): ShapedGlyphs {
  return {
    glyphs: shaped.glyphs.toReversed(),
    advances: shaped.advances.toReversed(),
    offsetsX: shaped.offsetsX.toReversed(),
    offsetsY: shaped.offsetsY.toReversed(),
    clusters: shaped.clusters.toReversed(),
    unsafe: shaped.unsafe.toReversed(),
  }
}
