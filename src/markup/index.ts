export { join, plain, rich, type SpanOptions, wrap } from './build.ts'
export {
  type Catalog,
  type CatalogKeys,
  type CatalogOptions,
  defineCatalog,
  readCatalog,
} from './catalog.ts'
export { fromHtml } from './from-html.ts'
export { type TagStyles, tagStyles } from './html-tags.ts'
export { allowedLink, allowedLinks, linkScheme } from './links.ts'
export { literal } from './literal.ts'
export { type ParsedMarkup, parseMarkup } from './parse-markup.ts'
export type {
  InlineBox,
  Override,
  PlaceholderNode,
  RichNode,
  RichText,
  SourceRange,
  SpanNode,
  StyledValue,
  StyleName,
  TextNode,
  Value,
  Values,
} from './rich-text.ts'
export { type HtmlOptions, toHtml, type WrittenHtml } from './to-html.ts'
export { toMarkup } from './to-markup.ts'
export { isRich, plainText } from './to-text.ts'
export { type Scope, valueIn } from './walk.ts'
