export { type Box, cornersOf, joinedBoxes, mappedBox } from './box.ts'
export { crossingsAt } from './crossings.ts'
export { identity, inverse, type Matrix, mapped, product, turning } from './matrix.ts'
export {
  type Extents,
  mappedOutline,
  type Outline,
  outlineBox,
  polygon,
  segmentPoints,
} from './outline.ts'
export { outlineExtents } from './outline-extents.ts'
export { type Flattening, flattened, joinedOutlines, rectangleOutline } from './outline-parts.ts'
