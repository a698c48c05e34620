export { type HtmlPageOptions, toHtmlPage } from './html-page.ts'
export { type HtmlOutput, type HtmlTargetOptions, toHtml } from './to-html.ts'
