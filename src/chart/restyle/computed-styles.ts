/** The members of a page's element that are used here, so that no DOM types are needed. */
interface PageElement {
  readonly outerHTML: string
  readonly ownerDocument?: {
    readonly defaultView?: {
      getComputedStyle?(element: unknown): { getPropertyValue(name: string): string }
    } | null
  }
  querySelectorAll?(selector: string): Iterable<unknown>
  cloneNode?(isDeep: boolean): PageElement
}

interface Settable {
  setAttribute(name: string, value: string): void
  getAttribute(name: string): string | null
}

const read = [
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
  'fill',
  'display',
  'visibility',
]

/**
 * The source of an element, where a page shows it, with what the page's stylesheets say of its
 * texts: they hold for the element, and are not in its source.
 */
export function withComputedStyles(svg: PageElement): string {
  const view = svg.ownerDocument?.defaultView
  if (!view?.getComputedStyle || !svg.querySelectorAll || !svg.cloneNode) return svg.outerHTML
  const copy = svg.cloneNode(true)
  const originals = [...svg.querySelectorAll('text, tspan')]
  const copies = [...(copy.querySelectorAll?.('text, tspan') ?? [])]
  originals.forEach((original, i) => {
    const target = copies[i]
    if (!isSettable(target)) return
    const computed = view.getComputedStyle?.(original)
    const said = read.map(name => `${name}:${computed?.getPropertyValue(name) ?? ''}`)
    target.setAttribute('style', [target.getAttribute('style') ?? '', ...said].join(';'))
  })
  return copy.outerHTML
}

const isSettable = (value: unknown): value is Settable =>
  typeof value === 'object' && value !== null && 'setAttribute' in value && 'getAttribute' in value
