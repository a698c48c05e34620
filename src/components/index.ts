export { setTextData } from './element-data.ts'
export { type TextAttributes, type TextData, textAttributes, textData } from './text-attributes.ts'
export type { TextProps } from './text-props.ts'
