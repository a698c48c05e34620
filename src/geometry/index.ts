export { arcCubics } from './arcs.ts'
export { type Box, cornersOf, mappedBox, unionOfBoxes } from './box.ts'
export { type Coverage, coverageOf } from './coverage.ts'
export { crossingsAt } from './crossings.ts'
export { identity, inverse, type Matrix, mapped, product, turning } from './matrix.ts'
export {
  type Extents,
  mappedOutline,
  type Outline,
  outlineBox,
  polygon,
  polygonOf,
  segmentPoints,
} from './outline.ts'
export { outlineExtents } from './outline-extents.ts'
export {
  concatenatedOutlines,
  type Flattening,
  flattened,
  polylines,
} from './outline-parts.ts'
export { outlineFromPathData } from './path-data.ts'
export { openRectangle, type RectangleSides, rectangleOutline } from './rectangle.ts'
export { unionContours } from './union.ts'
