export { findFace } from './find-face.ts'
export type { GlyphRun } from './glyph-run.ts'
export { reversed } from './logical-order.ts'
export { cachedShape, type Shape } from './shape-cache.ts'
export {
  type ShapedParagraph,
  type ShapingTools,
  shapeParagraph,
} from './shape-paragraph.ts'
export { wordShaper } from './shape-words.ts'
export { type ShapingStyle, shapingStyleOf } from './shaping-style.ts'
export { glyphIndexAt, shapedSlice, sliceGlyphs } from './slice-glyphs.ts'
export { isJoined } from './spacing.ts'
export type { Isolate, StyledParagraph, StyledRun } from './styled-text.ts'
export { shapedUpright } from './upright.ts'
