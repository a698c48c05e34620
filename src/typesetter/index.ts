export {
  type Setting,
  type ShapedText,
  type Typesetter,
  type TypesetterOptions,
  typesetter,
} from './typesetter.ts'
