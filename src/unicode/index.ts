export { graphemes } from './graphemes.ts'
export { isBreakingSpace, type LineBreak, lineBreaks } from './line-breaks.ts'
export { type ScriptRun, scripts, scriptTag } from './scripts.ts'
