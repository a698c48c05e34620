/** The base class of elements; on a server, which has none, an empty class. */
export const ElementBase: typeof HTMLElement =
  typeof HTMLElement === 'undefined' ? (class {} as typeof HTMLElement) : HTMLElement
