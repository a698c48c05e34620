export {
  bidiLevels,
  needsBidi,
  visualOrder,
} from './bidi.ts'
export { graphemes } from './graphemes.ts'
export {
  breakKind,
  breakKinds,
  isBreakingSpace,
  type LineBreakOptions,
  lineBreaks,
} from './line-breaks.ts'
export { firstBeyondPlain, plain, plainCharacters } from './plain-characters.ts'
export { isCommonScript, scriptOf, scripts, scriptTag } from './scripts.ts'
export { titleCased } from './title-case.ts'
export { verticalOrientation } from './vertical-orientation.ts'
export { wordAt } from './word-at.ts'
