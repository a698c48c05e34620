export type {
  BlendMode,
  ColorPart,
  ColorStop,
  LinearPaint,
  Paint,
  RadialPaint,
  SolidPaint,
} from './color-glyph.ts'
export type { CompositeGlyph } from './composite-glyphs.ts'
export { type FontFile, fileOf } from './containers/font-file.ts'
export { type ContainedFont, fontOf, fontsIn } from './containers/open-container.ts'
export { type Coverage, coversText, hasCovered, isCovered } from './coverage.ts'
export { startEngine } from './engine/harfbuzz.ts'
export { laterSubsetter } from './engine/later-subsetter.ts'
export { type Subsetter, startSubsetter } from './engine/subsetter.ts'
export type { Context, Face, FaceMetrics, Segment, ShapedGlyphs } from './face.ts'
export type { SearchedFace } from './find-faces.ts'
export { type FontSource, type Fonts, fontsOf, type ReadFonts, someFonts } from './fonts.ts'
export { keptWithFonts } from './kept-with-fonts.ts'
export { type LaterFace, laterFiles } from './later-faces.ts'
export {
  entryFor,
  type FaceCapabilities,
  type FontEntry,
  type ListedFace,
} from './listed-face.ts'
export type { FaceTraits } from './match-face.ts'
export { faceOf } from './open-faces.ts'
export type { Url } from './platform-types.ts'
export type { Slant } from './slant.ts'
export { type FontSubset, subsetFont } from './subset-font.ts'
export { readUnicodeRanges } from './unicode-ranges.ts'
export { unitScale } from './unit-scale.ts'
export type { NamedInstance, VariationAxis } from './variations.ts'
