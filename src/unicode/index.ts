export {
  type BaseDirection,
  type BidiLevels,
  bidiLevels,
  type IsolatedRange,
  needsBidi,
  visualOrder,
} from './bidi.ts'
export { graphemes } from './graphemes.ts'
export type { Strictness } from './line-break-classes.ts'
export {
  type BreakOpportunity,
  breakKind,
  breakKinds,
  isBreakingSpace,
  type LineBreakOptions,
  lineBreaks,
} from './line-breaks.ts'
export { firstBeyondPlain, plain, plainCharacters } from './plain-characters.ts'
export { isCommonScript, type ScriptRun, scriptOf, scripts, scriptTag } from './scripts.ts'
export { titleCased } from './title-case.ts'
export { type VerticalOrientation, verticalOrientation } from './vertical-orientation.ts'
export { type WordRange, wordAt } from './word-at.ts'
