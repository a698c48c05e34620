/** The language and the direction that the page says of a place, where it says any. */
export const languageOf = (element: Element) => closest(element, 'lang') || undefined

export function directionOf(element: Element): 'ltr' | 'rtl' | undefined {
  const said = closest(element, 'dir')
  return said === 'ltr' || said === 'rtl' ? said : undefined
}

function closest(element: Element, attribute: string): string | undefined {
  for (let node: Node | null = element; node; ) {
    if (node instanceof Element && node.hasAttribute(attribute)) {
      return node.getAttribute(attribute) ?? undefined
    }
    node = node instanceof ShadowRoot ? node.host : node.parentNode
  }
  return undefined
}
