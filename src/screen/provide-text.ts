import { elementName } from './element-name.ts'
import type { TextProvider, TextProvision } from './provided.ts'
import { DotLineElement } from './text-element.ts'
import { provide } from './text-provider.ts'
import { DotLineRowElement, rowName } from './text-row.ts'

/**
 * Provides the texts below an element, or of a page, with sheet, fonts, catalog and settings, and
 * makes `<dot-line>` and `<dot-line-row>` known to the page. Any of them can be changed while texts
 * are shown; faces that come to the fonts are taken up by themselves.
 *
 * @param root A document or an element.
 * @param provision Sheet, fonts, catalog and reader settings.
 * @returns The provider; `update` changes it, `stop` ends it.
 * @example
 * provideText(document, { sheet, fonts, catalog })
 */
export function provideText(root: Element | Document, provision: TextProvision): TextProvider {
  const provider = provide(root, provision)
  define(elementName, DotLineElement)
  define(rowName, DotLineRowElement)
  return provider
}

function define(name: string, element: CustomElementConstructor) {
  if (!customElements.get(name)) customElements.define(name, element)
}
