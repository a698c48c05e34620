export { aligns, isAlign } from '../../layout/index.ts'
export { hostRules, partRules } from './element-rules.ts'
export { flowBlockLook, flowLettersLook, usualShift } from './flow-look.ts'
export {
  type FlowPart,
  flowHtml,
  flowParts,
  isOneTarget,
  leadsOn,
  targetClass,
} from './flow-parts.ts'
export { type FlowText, flowTextBefore, flowTextOf } from './flow-text.ts'
export { askedSize, letterDeclarations, pageSize, px, spacingText } from './letter-look.ts'
