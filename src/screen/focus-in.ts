/** Whether a part of an element has the focus, wherever the element stands. */
function hasFocus(around: Element): boolean {
  const root = around.getRootNode()
  const { activeElement } =
    root instanceof ShadowRoot || root instanceof Document ? root : around.ownerDocument
  return activeElement !== null && around.contains(activeElement)
}

/** The link or action in an element that has the focus, by its index. */
export function focusedLink(around: Element): string | undefined {
  if (!hasFocus(around)) return undefined
  return around.querySelector(':focus')?.getAttribute('data-dotline-link') ?? undefined
}

/** Gives the focus back to a link or an action whose element was written anew. */
export function restoreFocus(around: Element, index: string | number) {
  if (hasFocus(around)) return
  const part = around.querySelector(`[data-dotline-link="${index}"]:not([aria-hidden])`)
  if (part instanceof HTMLElement) part.focus()
}
