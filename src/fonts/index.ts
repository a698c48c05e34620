export { fontsIn } from './containers/open-container.ts'
export { startEngine } from './engine/harfbuzz.ts'
export { startSubsetter } from './engine/subsetter.ts'
export type { Extents, Face, FaceMetrics, Outline, Segment, ShapedText, Slant } from './face.ts'
export type { FontEngines } from './open-face.ts'
export {
  entryFor,
  type FontSource,
  type ListedFace,
  type Shelf,
  type ShelfEntry,
  shelfOf,
  type WantedFace,
} from './shelf.ts'
export type { VariationAxis } from './variations.ts'
