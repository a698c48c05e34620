export {
  type Prepared,
  type Setting,
  type Typesetter,
  type TypesetterOptions,
  typesetter,
} from './typesetter.ts'
