export { type Setting, type Typesetter, type TypesetterOptions, typesetter } from './typesetter.ts'
