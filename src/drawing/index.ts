export { type AroundText, aroundText } from './around-text.ts'
export { base64 } from './base64.ts'
export { asDrawing, type DrawingOptions, drawing, drawn } from './draw.ts'
export type {
  Drawing,
  Fill,
  Finish,
  GlyphsItem,
  GroupItem,
  ImageItem,
  Item,
  PaintedItem,
  PathItem,
  RectangleItem,
  RuleItem,
  Stroke,
} from './drawing.ts'
export { eachItem, type ItemVisitor } from './each-item.ts'
export { finishPath, glyphsOutline, isOpaque } from './finish-paths.ts'
export { eachGlyph } from './glyph-pens.ts'
export { type PlacedLayout, withGuides } from './guides.ts'
export { inkBox } from './ink-box.ts'
export { type InlineBoxOptions, inlineBox } from './inline-box.ts'
export { lineItems } from './line-items.ts'
export { numberText } from './number-text.ts'
export { isFrame, type Picture, readPicture } from './picture.ts'
export { type Anchor, type Placement, place, placement } from './place.ts'
export { image, rectangle, rule } from './shapes.ts'
