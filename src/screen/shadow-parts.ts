/** The parts of an element's shadow root. */
export interface ShadowParts {
  readonly root: ShadowRoot
  /** As wide as the element, and of no height: what is observed. */
  readonly ruler: HTMLElement
  /** As wide as the text would be on one line, where there is room, and of no height: pages make room by it. */
  readonly natural: HTMLElement
  /** Holds the text, and takes no part in how wide the element is. */
  readonly frame: HTMLElement
  /** The block of the text itself. */
  readonly block: HTMLElement
}

/** The rules that keep a page's styles out of a text. */
export const hostRules =
  ':host{display:block;min-inline-size:0;max-inline-size:100%;position:relative}\n' +
  ':host([hidden]){display:none}\n' +
  '.ruler{block-size:0;inline-size:100%;contain:strict}\n' +
  '.natural{block-size:0;max-inline-size:100%}\n' +
  '.frame{contain:inline-size;outline:none}\n' +
  '.frame:focus-visible{outline:2px solid currentColor;outline-offset:2px;border-radius:2px}\n' +
  // A translation in the browser has another length: it flows as pages do until it is set again.
  '.frame:has(font){inline-size:auto!important;block-size:auto!important;margin-inline-end:0!important;overflow:visible!important}\n' +
  '.frame:has(font)>div{inline-size:auto!important;block-size:auto!important;white-space:normal!important}\n' +
  '.frame:has(font)>div>*{line-height:1.4!important}\n' +
  '.frame:has(font)>div>* *{line-height:inherit!important}\n' +
  '.frame:has(font)>div>*::before{content:none!important}\n' +
  '.painted{position:absolute;z-index:-1;pointer-events:none}\n' +
  '[data-dotline-link]{outline:none;cursor:pointer}\n' +
  '.ring{position:absolute;pointer-events:none;outline:2px solid currentColor;outline-offset:1px;border-radius:2px}\n' +
  '.tooltip{all:initial;display:block;position:fixed;inset:auto;margin:0;border:0;padding:8px 12px;border-radius:6px;' +
  'background:#0d2737;color:#fff;font:15px/1.4 sans-serif;max-inline-size:min(90vw,360px);overflow-wrap:break-word;z-index:2147483647;' +
  'box-shadow:0 2px 10px rgb(0 0 0/0.35)}\n' +
  '@media (forced-colors:active){.tooltip{border:1px solid}}\n'

export function shadowParts(host: Element): ShadowParts {
  // A server may have written one, which is shown until it is known to be the same.
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
  const page = host.ownerDocument
  const made = (name: string) => {
    const element = page.createElement('div')
    element.className = name
    return element
  }
  const [ruler, natural, frame] = ['ruler', 'natural', 'frame'].map(made)
  const block = page.createElement('div')
  frame.append(block)
  return { root, ruler, natural, frame, block }
}

/** Puts the parts into their root, in place of what stood there. */
export function showParts({ root, ruler, natural, frame }: ShadowParts) {
  root.replaceChildren(ruler, natural, frame)
}
