import { elementName } from './element-name.ts'
import { DotLineElement } from './text-element.ts'
import { DotLineRowElement, rowName } from './text-row.ts'

/**
 * Makes the elements known to the page as soon as they are imported: frameworks then set properties and
 * not attributes, whenever texts are provided. A server has no elements.
 */
export function defineElements() {
  if (typeof customElements === 'undefined') return
  define(elementName, DotLineElement)
  define(rowName, DotLineRowElement)
}

function define(name: string, element: CustomElementConstructor) {
  if (!customElements.get(name)) customElements.define(name, element)
}
