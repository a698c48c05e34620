export { type RubyOptions, rubyText } from './ruby-text.ts'
export type { ShapedText } from './shaped-text.ts'
export {
  type Setting,
  type Typesetter,
  type TypesetterOptions,
  typesetter,
} from './typesetter.ts'
