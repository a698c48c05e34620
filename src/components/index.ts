export { setTextData } from './element-data.ts'
export { textAttributes } from './text-attributes.ts'
export type { TextProps } from './text-props.ts'
