export type { Value, Values } from './resolve.ts'
export { type Setting, type Typesetter, type TypesetterOptions, typesetter } from './typesetter.ts'
