/** Sets a length in units; one that an element has already is not written again. */
export function setLength({ style }: HTMLElement, property: string, units: number) {
  const length = `${units}px`
  if (style.getPropertyValue(property) !== length) style.setProperty(property, length)
}
