export { identity, inverse, type Matrix, mapped, product } from './matrix.ts'
export {
  type Extents,
  mappedOutline,
  type Outline,
  outlineBox,
  polygon,
  segmentPoints,
} from './outline.ts'
