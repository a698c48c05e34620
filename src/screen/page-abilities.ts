/**
 * Abilities of pages that the pages of unit tests (jsdom, happy-dom) lack: they lay nothing out, paint
 * nothing and have no fonts. Texts have their words there, and nothing depends on a size.
 */

/** Whether a page lays out what is in it, and tells how large it is. */
export const laysOut = (page: Document): boolean =>
  typeof ResizeObserver === 'function' && typeof FontFace === 'function' && 'fonts' in page

/** Stylesheets made by scripts (CSSOM, section 6.7). */
const hasSheets = (): boolean =>
  typeof CSSStyleSheet === 'function' && 'replaceSync' in CSSStyleSheet.prototype

/** A stylesheet; without an effect where pages have none of their own. */
export function styleSheet(): CSSStyleSheet {
  if (hasSheets()) return new CSSStyleSheet()
  const none: Pick<CSSStyleSheet, 'cssRules' | 'insertRule' | 'replaceSync'> = {
    cssRules: Object.create(null, { length: { value: 0 } }),
    insertRule: () => 0,
    replaceSync() {},
  }
  return Object.create(none)
}

/** Gives a page or a shadow root its stylesheets. */
export function adopt(root: DocumentOrShadowRoot, sheets: readonly CSSStyleSheet[]) {
  if (hasSheets() && 'adoptedStyleSheets' in root) root.adoptedStyleSheets = [...sheets]
}

interface Observer<O> {
  observe(element: Element, options?: O): void
  unobserve(element: Element): void
  disconnect(): void
}

const noObserver: Observer<unknown> = { observe() {}, unobserve() {}, disconnect() {} }

export const sizeObserver = (
  onSizes: (entries: readonly ResizeObserverEntry[]) => void,
): Observer<ResizeObserverOptions> =>
  typeof ResizeObserver === 'function' ? new ResizeObserver(onSizes) : noObserver

export const sightObserver = (
  onSight: (entries: readonly IntersectionObserverEntry[]) => void,
  options: IntersectionObserverInit,
): Observer<never> =>
  typeof IntersectionObserver === 'function'
    ? new IntersectionObserver(onSight, options)
    : noObserver

/** A media query, which nothing answers where pages have none. */
export function mediaQuery(
  view: Window,
  query: string,
): Pick<MediaQueryList, 'matches' | 'addEventListener' | 'removeEventListener'> {
  if (typeof view.matchMedia === 'function') return view.matchMedia(query)
  return { matches: false, addEventListener() {}, removeEventListener() {} }
}

/** Calls with the next frame, or soon where pages have none. */
export const nextFrame = (call: () => void): number =>
  typeof requestAnimationFrame === 'function'
    ? requestAnimationFrame(call)
    : Number(setTimeout(call))

export function cancelFrame(id: number) {
  if (typeof cancelAnimationFrame === 'function') cancelAnimationFrame(id)
  else clearTimeout(id)
}

/** Not by its class: each window has one of its own. */
export const isPage = (root: Element | Document): root is Document => 'documentElement' in root
