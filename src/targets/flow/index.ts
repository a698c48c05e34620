export { flowBlockLook, flowLettersLook } from './flow-look.ts'
export { type FlowText, flowTextBefore, flowTextOf } from './flow-text.ts'
export { askedSize, letterDeclarations, pageSize, px, spacingText } from './letter-look.ts'
