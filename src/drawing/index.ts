export {
  checkLayout,
  faceOf,
  isLayout,
  linkedTexts,
  spacingOf,
  subsetFont,
  unitScale,
} from '../layout/index.ts'
export { type AroundText, aroundText, pictureOf } from './around-text.ts'
export { arrangeLetters, type LetterArrangement } from './arrange-letters.ts'
export { type BareLetters, bareLetters } from './bare-letters.ts'
export { base64 } from './base64.ts'
export { type ArcOptions, arc, circle, path, polygon, type ShapePaint } from './chart-shapes.ts'
export { contrast } from './contrast.ts'
export { isDecoration, isUnheard, leadsSomewhere } from './decoration.ts'
export { asDrawing, type DrawingOptions, draw, type GroupOptions, group } from './draw.ts'
export type {
  Drawing,
  Fill,
  GlyphPaint,
  GlyphsItem,
  GroupItem,
  ImageItem,
  Item,
  PaintedItem,
  PathItem,
  RectangleItem,
  RuleItem,
  Stroke,
  TextItem,
} from './drawing.ts'
export { eachItem, type ItemVisitor, isReadOut } from './each-item.ts'
export { inkOf } from './fill.ts'
export { finishPath, glyphsOutline, strokeParts, surroundings } from './finish-paths.ts'
export { fontFaces } from './font-faces.ts'
export { eachGlyph } from './glyph-pens.ts'
export { type PlacedLayout, withGuides } from './guides.ts'
export { hasColors } from './has-colors.ts'
export { hiddenLayers } from './hidden-layers.ts'
export { idsOnce } from './ids-once.ts'
export { inkBoxOf } from './ink-box.ts'
export { type InkOrName, inkFrom } from './ink-from.ts'
export { type InlineBoxOptions, inlineBox } from './inline-object.ts'
export { isOnItsSide } from './jpeg-orientation.ts'
export { isFrame, jpegSegments } from './jpeg-segments.ts'
export { bounds, inkBox } from './layout-boxes.ts'
export { layoutText, rangeText } from './layout-text.ts'
export { numberText } from './number-text.ts'
export { type Picture, readPicture } from './picture.ts'
export { type Anchor, type Placement, place, placementOf, pointInLayout } from './place.ts'
export { image, rectangle, rule } from './shapes.ts'
export { singleSpaced } from './single-spaces.ts'
export { splitGlyphs } from './split-glyphs.ts'
export { type CircleLine, type CurvedText, type TextAlongOptions, textAlong } from './text-along.ts'
