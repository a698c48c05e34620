export { type RubyOptions, rubyText } from './ruby-text.ts'
export {
  type Setting,
  type ShapedText,
  type Typesetter,
  type TypesetterOptions,
  typesetter,
} from './typesetter.ts'
