/** The element of a page that a selector names. Throws where there is none of its kind. */
export function found<T extends Element>(selector: string, kind: new () => T): T {
  const element = document.querySelector(selector)
  if (element instanceof kind) return element
  throw new Error(`the page has no ${selector}`)
}
