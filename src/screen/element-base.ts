/** What elements are made of; on a server, where there are none, they are there to be named only. */
export const ElementBase: typeof HTMLElement =
  typeof HTMLElement === 'undefined' ? (class {} as typeof HTMLElement) : HTMLElement
