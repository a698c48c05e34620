export { faceOf, glyphIndexAt, sliceGlyphs, subsetFont, unitScale } from '../shaping/index.ts'
export { type Affinity, type Caret, caretAt } from './carets.ts'
export { aLayout, checkLayout, isLayout } from './check-layout.ts'
export type { LinePlan } from './continuation.ts'
export { type Continuation, textStart } from './continuation.ts'
export { fittedLayout } from './fitted-layout.ts'
export { fittedRatio } from './fitted-size.ts'
export { flowMatrix } from './flow.ts'
export { type Align, aligns, checkFrame, type Frame, frameFields, isAlign } from './frame.ts'
export { type Hit, hitTest, rangeBoxes } from './hit-test.ts'
export {
  aHyphenation,
  type Hyphenation,
  type HyphenationPatterns,
  hyphenationOf,
} from './hyphenation.ts'
export { spacingOf } from './justify.ts'
export { layOut } from './lay-out.ts'
export type { Cut, GlyphRun, Layout, LayoutParagraph, Line, SourcePiece } from './layout.ts'
export { type LayoutTools, layoutTools } from './layout-tools.ts'
export { minWidth } from './least-width.ts'
export { type LetterStretch, letterStretches } from './letter-stretches.ts'
export { inReadingOrder, type Letter, lettersOf } from './letters.ts'
export { lineExtentsOf } from './line-box.ts'
export { lineEndsOf } from './line-ends.ts'
export { type LinkedText, linkedTexts } from './linked-text.ts'
export { easedLongWords } from './long-words.ts'
export { facesUsed } from './looks.ts'
export { measuredLayout, noIsolates, type WordText } from './measured-layout.ts'
export {
  type CaretMove,
  type CaretPlace,
  moveCaret,
  paragraphRange,
  wordRange,
} from './move-caret.ts'
export { sidesOf } from './padding.ts'
export { bareStyle, sourceMapOf } from './plain-layout.ts'
export type { PlainRun } from './plain-shaping.ts'
export { type PlainStyle, plainStyle } from './plain-style.ts'
export { type PlainText, plainText, wrapPlain } from './plain-wrap.ts'
export { scaledObject, scaledTexts } from './scaled-texts.ts'
export { sourceRange } from './source-range.ts'
export { type Breakable, breakable } from './stops.ts'
export { type TextLine, textLine } from './text-line.ts'
export type { UsedFace } from './used-face.ts'
export { wrapLines } from './wrap.ts'
export type { WrappedLines } from './wrapped-lines.ts'
