/** The shadow root of an element; a server may have written one. */
export const rootOf = (host: Element): ShadowRoot =>
  host.shadowRoot ?? host.attachShadow({ mode: 'open' })
