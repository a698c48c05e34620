export type { ServerProvision, ServerText } from './provision.ts'
export { type PageProvision, renderPage, renderPageStream } from './render-page.ts'
export {
  type RenderedElement,
  renderElement,
  type TextRenderer,
  textRenderer,
} from './text-renderer.ts'
