import { elementName } from './element-name.ts'
import { DotLineElement } from './text-element.ts'
import { provide, type TextProvider, type TextProvision } from './text-provider.ts'

/**
 * Provides the texts below an element, or of a page, with sheet, shelf, catalog and settings, and
 * makes `<dot-line>` known to the page. Any of them can be changed while texts are shown; faces that
 * come to the shelf are taken up by themselves.
 */
export function provideText(root: Element | Document, provision: TextProvision): TextProvider {
  const provider = provide(root, provision)
  if (!customElements.get(elementName)) customElements.define(elementName, DotLineElement)
  return provider
}
