export { allowedLink, allowedLinks, linkScheme } from '../problem/index.ts'
export { joinRich, rich, richFromText, type SpanOptions, span } from './build.ts'
export {
  type Catalog,
  type CatalogKeys,
  type CatalogOptions,
  defineCatalog,
  readCatalog,
} from './catalog.ts'
export type { CatalogEntry, CatalogSyntax } from './catalog-text.ts'
export { type FormattedValue, formatted, formattedText, isFormatted } from './formatted.ts'
export { richFromHtml } from './from-html.ts'
export { type ContentNode, richFromNodes } from './from-nodes.ts'
export { elementStyles, type StyleByElement } from './html-tags.ts'
export { escapeMarkup } from './literal.ts'
export { nextMark, type ParsedMarkup, parseMarkup } from './parse-markup.ts'
export type {
  InlineBoxItem,
  Override,
  RichNode,
  RichText,
  SpanNode,
  StyledValue,
  Value,
  Values,
} from './rich-text.ts'
export { isSpanName, valueInHead } from './span-head.ts'
export { type RichToHtmlOptions, richToHtml, type WrittenHtml } from './to-html.ts'
export { richToMarkup } from './to-markup.ts'
export { plainText } from './to-text.ts'
export { parseUnfinished } from './unfinished-markup.ts'
export { hintOf, isRich, isValue, valueName } from './value.ts'
export { valueNames } from './value-names.ts'
export { walk } from './walk.ts'
