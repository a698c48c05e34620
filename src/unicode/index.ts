export {
  type BaseDirection,
  type BidiLevels,
  bidiLevels,
  type IsolatedRange,
  needsBidi,
  visualOrder,
} from './bidi.ts'
export { graphemes } from './graphemes.ts'
export { isBreakingSpace, type LineBreak, lineBreaks } from './line-breaks.ts'
export { isCommonScript, type ScriptRun, scriptOf, scripts, scriptTag } from './scripts.ts'
