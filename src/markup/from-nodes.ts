import { type Made, made, type Problem } from '../problem/index.ts'
import { type ElementMeaning, elementMeaning, whiteSpaceFolder } from './html-element.ts'
import { deepest, type StyleByElement, elementStyles as usualTags } from './html-tags.ts'
import { type ParsedMarkup, parseMarkup } from './parse-markup.ts'
import type { RichNode } from './rich-text.ts'

/** A node of a document, as far as its text is concerned. */
export interface ContentNode {
  readonly nodeType: number
  readonly nodeName: string
  readonly nodeValue: string | null
  readonly firstChild: ContentNode | null
  readonly nextSibling: ContentNode | null
  readonly textContent: string | null
}

interface OpenElement {
  readonly node: ContentNode
  readonly meaning: ElementMeaning
  readonly children: RichNode[]
  readonly start: number
}

const [elementNode, textNode] = [1, 3]

/**
 * The content of an element of a page as rich text: elements in it are styles, by the table that HTML is
 * read with, and its text is markup. White space is folded as HTML does. What cannot be kept is reported.
 */
export function richFromNodes(
  root: ContentNode,
  attributesOf: (node: ContentNode) => Readonly<Record<string, string>>,
  tags: StyleByElement = usualTags,
): ParsedMarkup {
  const problems: Problem[] = []
  const top: RichNode[] = []
  const open: OpenElement[] = []
  const spaces = whiteSpaceFolder()
  let source = ''
  const children = () => open.at(-1)?.children ?? top
  const add = (text: string) => {
    const start = source.length
    source += text
    const { rich, problems: mistakes } = parseMarkup(text)
    problems.push(...mistakes)
    children().push(...rich.children.map(node => moved(node, start)))
  }
  let node = root.firstChild
  while (node) {
    if (node.nodeType === textNode) {
      const text = spaces.fold(node.nodeValue ?? '')
      if (text !== '') add(text)
    } else if (node.nodeType === elementNode && node.nodeName.toLowerCase() === 'br') {
      add('\u2028')
      spaces.startLine()
    } else if (node.nodeType === elementNode && node.firstChild && open.length < deepest) {
      const range = { start: source.length, end: source.length }
      const tag = node.nodeName.toLowerCase()
      const meaning = elementMeaning(tag, attributesOf(node), tags, range, problem =>
        problems.push(problem),
      )
      open.push({ node, meaning, children: [], start: source.length })
      node = node.firstChild
      continue
    }
    while (node && !node.nextSibling) {
      const closed = open.pop()
      if (!closed) return ended()
      const { meaning, children: inner, start } = closed
      const { styles, overrides } = meaning
      // An element without an effect on its text is no span.
      if (styles.length + overrides.length === 0) children().push(...inner)
      else
        children().push({
          kind: 'span',
          styles,
          overrides,
          children: inner,
          start,
          end: source.length,
        })
      node = closed.node
    }
    node = node?.nextSibling ?? null
  }
  return ended()

  function ended(): ParsedMarkup & { readonly rich: Made } {
    return {
      rich: { [made]: true, kind: 'rich-text', children: withoutEnd(top), sourceText: source },
      problems,
    }
  }
}

/** Nodes of a text that stands further on in the whole. */
function moved(node: RichNode, by: number): RichNode {
  if (by === 0) return node
  return { ...node, start: node.start + by, end: node.end + by }
}

/** Removes a space before the end tag, as HTML does. */
function withoutEnd(nodes: readonly RichNode[]): readonly RichNode[] {
  const last = nodes.at(-1)
  if (last?.kind !== 'text' || !last.text.endsWith(' ')) return nodes
  const text = last.text.slice(0, -1)
  return text === '' ? nodes.slice(0, -1) : [...nodes.slice(0, -1), { ...last, text }]
}
