export { type HtmlPageOptions, toHtmlPage } from './html-page.ts'
export {
  type HtmlParts,
  type HtmlRules,
  type HtmlRulesOptions,
  htmlPartsOf,
  htmlRulesFor,
} from './html-parts.ts'
export { rangeHtml } from './range-html.ts'
export { type HtmlOutput, type HtmlTargetOptions, toHtml } from './to-html.ts'
