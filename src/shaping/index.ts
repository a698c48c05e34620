export { faceOf, keptWithFonts, subsetFont, unitScale } from '../fonts/index.ts'
export { covers, faceOfAll } from './fallback.ts'
export { findFace } from './find-face.ts'
export type { ShapedRun, ShapingItem } from './glyph-run.ts'
export { keptByStyle } from './kept-by-style.ts'
export { reversed } from './logical-order.ts'
export { alongGlyph, type WordLine } from './measure-words.ts'
export { hasMissing } from './missing-glyphs.ts'
export type { PlatformAdvance } from './platform-letters.ts'
export type { Shape } from './shape-cache.ts'
export {
  isOfWords,
  itemized,
  type ShapedParagraph,
  shapedItem,
  shapeParagraph,
} from './shape-paragraph.ts'
export { concatenatedGlyphs } from './shape-pieces.ts'
export { type ShapingTools, shapingTools } from './shaping-tools.ts'
export { glyphIndexAt, isSafeEdge, shapedSlice, sliceGlyphs } from './slice-glyphs.ts'
export { isCursive, spaced } from './spacing.ts'
export type { Isolate, StyledParagraph, StyledRun } from './styled-text.ts'
export { shapedUpright } from './upright.ts'
export { isUnbroken } from './word-breaks.ts'
