import { ElementBase } from './element-base.ts'
import { adopt, sizeObserver, styleSheet } from './page-abilities.ts'
import { DotLineElement } from './text-element.ts'

/** The name of the element. */
export const rowName = 'dot-line-row'

const rowRules =
  ':host{display:flex;flex-direction:row;align-items:baseline;column-gap:12px}\n' +
  ':host([hidden]){display:none}\n' +
  ':host([stacked]){flex-direction:column;align-items:stretch}\n'

/**
 * A row of texts and other elements that becomes a column where one of its texts would be cut, broken
 * inside a word, or wrapped that is not to be: `<dot-line-row>` has the attribute `stacked` then. Both depend on nothing but
 * its width and its texts.
 */
export class DotLineRowElement extends ElementBase {
  #observer: ReturnType<typeof sizeObserver> | undefined
  #width: number | undefined
  #isAsked = false

  /** Called by the page when the element has come into it. */
  connectedCallback() {
    if (!this.shadowRoot) {
      const root = this.attachShadow({ mode: 'open' })
      const sheet = styleSheet()
      sheet.replaceSync(rowRules)
      adopt(root, [sheet])
      root.append(this.ownerDocument.createElement('slot'))
    }
    this.#observer = sizeObserver(([entry]) => {
      this.#width = entry.contentBoxSize[0].inlineSize
      this.#arrange()
    })
    this.#observer.observe(this)
    this.addEventListener('text-layout', this.#textChanged)
  }

  /** Called by the page when the element has gone. */
  disconnectedCallback() {
    this.#observer?.disconnect()
    this.removeEventListener('text-layout', this.#textChanged)
  }

  /** Once for all texts that change together. */
  readonly #textChanged = () => {
    if (this.#isAsked) return
    this.#isAsked = true
    queueMicrotask(() => {
      this.#isAsked = false
      if (this.isConnected) this.#arrange()
    })
  }

  #arrange() {
    if (this.#width === undefined || this.#width === 0) return
    const parts = [...this.children].filter(part => part instanceof HTMLElement && !part.hidden)
    const gap = Number.parseFloat(getComputedStyle(this).columnGap) || 0
    let needed = gap * Math.max(0, parts.length - 1)
    for (const part of parts) needed += neededWidth(part)
    this.toggleAttribute('stacked', needed > this.#width + tolerance)
  }
}

/** Widths come from the page's layout in whole 64ths of a pixel. */
const tolerance = 1 / 32

/**
 * The width of an element's widest text on one line; if the element grows (`flex-grow`), its text
 * may wrap. Content that isn't text has its own width.
 */
function neededWidth(part: Element): number {
  const texts = part instanceof DotLineElement ? [part] : [...part.querySelectorAll('dot-line')]
  const mayWrap = Number(getComputedStyle(part).flexGrow) > 0
  const widths = texts.map(text => {
    if (!(text instanceof DotLineElement)) return 0
    return mayWrap ? text.neededWidth() : text.naturalWidth
  })
  if (widths.length === 0 && part instanceof HTMLElement) return part.offsetWidth
  return Math.ceil(Math.max(0, ...widths))
}
