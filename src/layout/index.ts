export { faceOf, glyphIndexAt, sliceGlyphs, subsetFont, unitScale } from '../shaping/index.ts'
export { spacingOf } from './break/justify.ts'
export { minWidth } from './break/least-width.ts'
export { easedLongWords } from './break/long-words.ts'
export { type TextLine, textLine } from './break/text-line.ts'
export type { LinePlan } from './continuation.ts'
export { type Continuation, textStart } from './continuation.ts'
export { type Align, aligns, checkFrame, type Frame, frameFields, isAlign } from './frame.ts'
export type { Cut, GlyphRun, Layout, LayoutParagraph, Line, SourcePiece } from './layout.ts'
export { flowMatrix } from './measure/flow.ts'
export {
  aHyphenation,
  type Hyphenation,
  type HyphenationPatterns,
  hyphenationOf,
} from './measure/hyphenation.ts'
export { type LayoutTools, layoutTools } from './measure/layout-tools.ts'
export { lineExtentsOf } from './measure/line-box.ts'
export { sidesOf } from './measure/padding.ts'
export type { PlainRun } from './measure/plain-shaping.ts'
export { type PlainStyle, plainStyle } from './measure/plain-style.ts'
export { scaledObject, scaledTexts } from './measure/scaled-texts.ts'
export { type Breakable, breakable } from './measure/stops.ts'
export type { UsedFace } from './measure/used-face.ts'
export { fittedLayout } from './place/fitted-layout.ts'
export { fittedRatio } from './place/fitted-size.ts'
export { layOut } from './place/lay-out.ts'
export { measuredLayout, noIsolates, type WordText } from './place/measured-layout.ts'
export { bareStyle, sourceMapOf } from './place/plain-layout.ts'
export { type PlainText, plainText, wrapPlain } from './place/plain-wrap.ts'
export { wrapLines } from './place/wrap.ts'
export type { WrappedLines } from './place/wrapped-lines.ts'
export { type Affinity, type Caret, caretAt } from './read/carets.ts'
export { aLayout, checkLayout, isLayout } from './read/check-layout.ts'
export { type Hit, hitTest, rangeBoxes } from './read/hit-test.ts'
export { type LetterStretch, letterStretches } from './read/letter-stretches.ts'
export { inReadingOrder, type Letter, lettersOf } from './read/letters.ts'
export { lineEndsOf } from './read/line-ends.ts'
export { type LinkedText, linkedTexts } from './read/linked-text.ts'
export { facesUsed } from './read/looks.ts'
export {
  type CaretMove,
  type CaretPlace,
  moveCaret,
  paragraphRange,
  wordRange,
} from './read/move-caret.ts'
export { sourceRange } from './read/source-range.ts'
