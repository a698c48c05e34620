import { mediaQuery, sizeObserver } from './page-abilities.ts'
/** The reader's settings in browser and system, from media queries and the browser's font size. */
export interface ReaderPreferences {
  /** Text scale, from the browser's font size: 16 pixels are 1. */
  readonly scale: number
  /** Whether the reader asks for more contrast. */
  readonly contrast: 'normal' | 'more'
  /** The reader's color scheme. */
  readonly colorScheme: 'light' | 'dark'
  /** Whether the system's own colors are shown (`forced-colors`). */
  readonly forcedColors: boolean
  /** Whether the reader asks for less transparency. */
  readonly reducedTransparency: boolean
  /** Device pixels a CSS pixel, which zooming changes: canvases are painted anew. */
  readonly pixelRatio: number
}

const usualSize = 16

const queries = {
  contrast: '(prefers-contrast: more)',
  dark: '(prefers-color-scheme: dark)',
  forced: '(forced-colors: active)',
  transparency: '(prefers-reduced-transparency: reduce)',
} as const

/** Tells what a reader has set, now and whenever it changes. */
export interface PreferenceWatch {
  /** A part of the page that nobody sees, out of reach of the page's styles, to measure in. */
  readonly probe: ShadowRoot
  readonly current: ReaderPreferences
  stop(): void
}

/**
 * Watches what a reader has set. The font size is that of an element that no style of the page
 * reaches: `medium` is the size that is set in the browser.
 */
export function watchPreferences(
  page: Document,
  onChange: (preferences: ReaderPreferences) => void,
): PreferenceWatch {
  const view = page.defaultView ?? window
  const lists = Object.fromEntries(
    Object.entries(queries).map(([name, query]) => [name, mediaQuery(view, query)]),
  )
  const probe = sizeProbe(page)
  let scale = 1
  const read = (): ReaderPreferences => ({
    scale,
    contrast: lists.contrast.matches ? 'more' : 'normal',
    colorScheme: lists.dark.matches ? 'dark' : 'light',
    forcedColors: lists.forced.matches,
    reducedTransparency: lists.transparency.matches,
    pixelRatio: view.devicePixelRatio,
  })
  let current = read()
  const changed = () => {
    const next = read()
    const isSame = JSON.stringify(next) === JSON.stringify(current)
    current = next
    if (!isSame) onChange(next)
  }
  for (const list of Object.values(lists)) list.addEventListener('change', changed)
  // A query covers one pixel ratio only: each needs another.
  let resolution = mediaQuery(view, `(resolution: ${view.devicePixelRatio}dppx)`)
  const zoomed = () => {
    resolution.removeEventListener('change', zoomed)
    resolution = mediaQuery(view, `(resolution: ${view.devicePixelRatio}dppx)`)
    resolution.addEventListener('change', zoomed)
    changed()
  }
  resolution.addEventListener('change', zoomed)
  // It reports its size before its first frame is shown.
  const observer = sizeObserver(([entry]) => {
    const [{ inlineSize }] = entry.contentBoxSize
    if (inlineSize <= 0) return
    scale = Math.round((inlineSize / 10 / usualSize) * 1000) / 1000
    changed()
  })
  observer.observe(probe.box)
  return {
    probe: probe.root,
    get current() {
      return current
    },
    stop() {
      for (const list of Object.values(lists)) list.removeEventListener('change', changed)
      resolution.removeEventListener('change', zoomed)
      observer.disconnect()
      probe.host.remove()
    },
  }
}

/** A box ten times as wide as letters are high, out of sight and out of the page's styles. */
function sizeProbe(page: Document): {
  readonly host: HTMLElement
  readonly root: ShadowRoot
  readonly box: HTMLElement
} {
  const host = page.createElement('div')
  host.setAttribute('aria-hidden', 'true')
  const box = page.createElement('div')
  const declarations: readonly (readonly [string, string])[] = [
    ['all', 'initial'],
    ['display', 'block'],
    ['position', 'absolute'],
    ['inset-block-start', '0'],
    ['inset-inline-start', '0'],
    ['visibility', 'hidden'],
    ['pointer-events', 'none'],
    ['contain', 'strict'],
    ['font-size', 'medium'],
    ['inline-size', '10em'],
    ['block-size', '0'],
  ]
  for (const [name, value] of declarations) box.style.setProperty(name, value, 'important')
  const root = host.attachShadow({ mode: 'open' })
  root.append(box)
  page.body.append(host)
  return { host, root, box }
}
