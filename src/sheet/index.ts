export {
  aSheet,
  defineSheet,
  type Reason,
  type Sheet,
} from './define-sheet.ts'
export { contrastOf, isDark } from './inks/contrast.ts'
export type { GradientInk, Ink, SolidInk } from './inks/ink.ts'
export { representativeColor } from './inks/ink.ts'
export { inkFromColor } from './inks/ink-from-color.ts'
export { sheetJsonSchema } from './json-schema.ts'
export type { PropertyName } from './properties.ts'
export { readSheet } from './read-sheet.ts'
export {
  checkedReader,
  type ReaderSettings,
  readerNotes,
  readerStyle,
  scaledSize,
  scaledStyle,
} from './reader.ts'
export { isSameBacking } from './same-backing.ts'
export { shapingFeatures } from './shaping-features.ts'
export type {
  CharacterProperties,
  ColorText,
  ParagraphProperties,
  SheetPart,
  SheetSource,
  StyleSource,
} from './source.ts'
export { type StatedStyle, type Style, styleWithin } from './style.ts'
export { keepsTo, type PropertiesOf, type StyleLimits } from './style-limits.ts'
export { textSteps } from './text-steps.ts'
export { type WrittenTokens, writeTokens } from './tokens/write-tokens.ts'
export { type WriteCssOptions, writeCss } from './write-css.ts'
export { hasCentralBaseline, isVertical, type WritingMode } from './writing-mode.ts'
