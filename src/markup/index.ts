export { literal } from './literal.ts'
export { type ParsedMarkup, parseMarkup } from './parse-markup.ts'
export type {
  Override,
  PlaceholderNode,
  RichNode,
  RichText,
  SourceRange,
  SpanNode,
  StyleName,
  TextNode,
} from './rich-text.ts'
