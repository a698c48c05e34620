export { type RubyOptions, rubyText } from './ruby-text.ts'
export type { ShapedText } from './shaped-text.ts'
export { type StyledContent, styledContent } from './styled-content.ts'
export {
  type SetOptions,
  type Typesetter,
  type TypesetterOptions,
  typesetterFor,
} from './typesetter.ts'
