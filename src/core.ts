// Everything of `dot-line` that is the same on every platform; entries add `openShelf`.
export {
  type Anchor,
  type Box,
  type Drawing,
  type DrawingOptions,
  drawing,
  drawn,
  type GlyphsItem,
  type Item,
  inkBox,
  place,
  type RectangleItem,
  type RuleItem,
  rectangle,
  rule,
} from './drawing/index.ts'
export type { Face, FaceMetrics, Outline, ShapedText, Shelf, Slant } from './fonts/index.ts'
export type { Align, Cut, Frame, Layout, Line, LineRun } from './layout/index.ts'
export {
  literal,
  type ParsedMarkup,
  parseMarkup,
  type RichNode,
  type RichText,
} from './markup/index.ts'
export { DotLineError, type Place, type Problem, problemLine } from './problem/index.ts'
export {
  defineSheet,
  type GradientInk,
  type Ink,
  type ReaderSettings,
  type Reason,
  readerStyle,
  readSheet,
  type Sheet,
  type SheetPart,
  type SheetSource,
  type SolidInk,
  type Style,
  type StyleSource,
  scaledSize,
  sheetJsonSchema,
  type WrittenTokens,
  writeCss,
  writeTokens,
} from './sheet/index.ts'
export {
  type Setting,
  type Typesetter,
  type TypesetterOptions,
  typesetter,
  type Value,
  type Values,
} from './typesetter/index.ts'
