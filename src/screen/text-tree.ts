import { adopt } from './page-abilities.ts'
import { rootOf } from './root-of.ts'

/** Where the words of an element stand: in a shadow tree of its own, or in the page's tree (DOM, 4.2). */
export type TreeKind = 'shadow' | 'light'

export const trees: readonly string[] = ['shadow', 'light'] satisfies readonly TreeKind[]

/** The tree that an element has its text in. */
export interface TextTree {
  readonly kind: TreeKind
  /** What has the content that the element was given. */
  readonly given: Node
  /** Where that content is kept while other words stand in its place. */
  readonly kept: Node | undefined
  /** Shows that content; it is the text until another is there. */
  readonly content: Element
  /** Whether a server has written the text. */
  isServers(): boolean
  /** The stylesheets of what is shown. */
  dress(sheets: readonly CSSStyleSheet[]): void
  /** Shows these parts, in this order, and nothing else. */
  show(...parts: readonly Element[]): void
  /** Shows plain words. */
  say(words: string): void
  /** Whether the page has given the element other content since it was asked last. */
  takesContent(changes: readonly MutationRecord[]): boolean
  /** Gives the element back what it was given. */
  leave(): void
}

export function shadowTree(host: HTMLElement): TextTree {
  const root = rootOf(host)
  let shown: readonly CSSStyleSheet[] = []
  let isWritten = false
  const content = host.ownerDocument.createElement('slot')
  if (root.childNodes.length === 0) root.append(content)
  return {
    kind: 'shadow',
    given: host,
    kept: undefined,
    content,
    isServers: () => !isWritten && root.querySelector('.dotline-frame') !== null,
    dress(sheets) {
      if (sheets === shown) return
      shown = sheets
      adopt(root, sheets)
    },
    show(...parts) {
      isWritten = true
      put(root, parts)
    },
    say(words) {
      isWritten = true
      root.textContent = words
    },
    takesContent: () => true,
    leave() {},
  }
}

/** What the page gave the element as its content is kept apart, and read there. */
export function lightTree(host: HTMLElement): TextTree {
  const page = host.ownerDocument
  const kept = page.createDocumentFragment()
  let own: readonly ChildNode[] = []
  // Of one that had a shadow tree before, that shows what is in the light.
  host.shadowRoot?.replaceChildren(page.createElement('slot'))
  const isServers = () =>
    own.length === 0 && host.querySelector(':scope>[data-dotline-text]') !== null

  /** A tooltip stands beside the text while it is shown. */
  const isOwn = (node: ChildNode) =>
    own.includes(node) ||
    node.nodeType === node.COMMENT_NODE ||
    (node instanceof Element && node.classList.contains('dotline-tooltip'))

  return {
    kind: 'light',
    kept,
    get given() {
      return own.length > 0 ? kept : host
    },
    get content() {
      const copy = page.createElement('div')
      copy.append(...[...this.given.childNodes].map(node => node.cloneNode(true)))
      return copy
    },
    isServers,
    dress(sheets) {
      const root = host.getRootNode()
      if (!(root instanceof Document || root instanceof ShadowRoot)) return
      const before = root.adoptedStyleSheets ?? []
      const more = sheets.filter(sheet => !before.includes(sheet))
      if (more.length > 0) adopt(root, [...before, ...more])
    },
    show(...parts) {
      if (own.length === 0 && !isServers()) kept.append(...host.childNodes)
      own = parts
      for (const part of parts) part.setAttribute('data-dotline-text', '')
      put(host, parts)
    },
    say(words) {
      if (own.length === 0) kept.append(...host.childNodes)
      own = [page.createTextNode(words)]
      host.replaceChildren(...own)
    },
    takesContent(changes) {
      if (own.length === 0) return true
      const isWhole = own.every(node => node.parentNode === host)
      const others = [...host.childNodes].filter(node => !isOwn(node))
      // A framework may write into the nodes that it gave.
      if (isWhole && others.length === 0) {
        return changes.some(({ target }) => kept.contains(target))
      }
      // What was added stands behind what was there; what stands in our place, in its place.
      if (isWhole) kept.append(...others)
      else {
        for (const node of own) if (node.parentNode === host) node.remove()
        kept.replaceChildren()
        own = []
      }
      return true
    },
    leave() {
      if (own.length > 0) host.replaceChildren(kept)
      own = []
    },
  }
}

/** Only what differs is written: what stays keeps its focus and its place. */
function put(root: ParentNode & Node, parts: readonly Element[]) {
  const { childNodes } = root
  if (childNodes.length === parts.length && parts.every((part, i) => childNodes[i] === part)) return
  root.replaceChildren(...parts)
}
