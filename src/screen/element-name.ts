/** The name of the element. */
export const elementName = 'dot-line'
