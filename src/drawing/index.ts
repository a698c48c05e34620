export { asDrawing, type DrawingOptions, drawing, drawn } from './draw.ts'
export type {
  Box,
  Drawing,
  GlyphsItem,
  ImageItem,
  Item,
  RectangleItem,
  RuleItem,
} from './drawing.ts'
export { eachGlyph } from './glyph-pens.ts'
export { inkBox } from './ink-box.ts'
export { type InlineBoxOptions, inlineBox } from './inline-box.ts'
export { numberText } from './number-text.ts'
export { isFrame, type Picture, readPicture } from './picture.ts'
export { type Anchor, place } from './place.ts'
export { image, rectangle, rule } from './shapes.ts'
