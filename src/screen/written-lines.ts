import type { HtmlParts } from '../targets/html/index.ts'
import { setLength } from './set-length.ts'
import { type SoleRun, soleRun, writeSoleRun } from './sole-run.ts'
import { writtenNodes } from './written-nodes.ts'

/** A line of a text, or a list, with the nodes that were written for it: an element, and what is behind it. */
interface WrittenLine {
  readonly html: string
  readonly start: number
  readonly sole: SoleRun | undefined
  readonly nodes: readonly ChildNode[]
}

/** The lines that stand in a block. */
export interface WrittenLines {
  /** Writes those that are others than before: lines that stay keep their nodes. */
  write(parts: Pick<HtmlParts, 'pieces' | 'starts'>): void
}

export function writtenLines(block: Element): WrittenLines {
  const page = block.ownerDocument
  let written: readonly WrittenLine[] = []

  /** A line in place of another, whose nodes it keeps where it is of the same elements. */
  function put(
    html: string,
    start: number,
    before: WrittenLine | undefined,
    behind: Node | null,
  ): WrittenLine {
    const sole = soleRun(html)
    const kept = before?.sole && sole ? before.nodes : undefined
    const made = sole ? [writeSoleRun(page, sole, kept?.[0])] : writtenNodes(page, html)
    const [element] = made
    if (isElement(element) && start > 0) setLength(element, '--line-start', start)
    if (kept) return { html, start, sole, nodes: kept }
    if (before && isOfOneShape(before.nodes, made)) {
      dress(before.nodes, made)
      return { html, start, sole, nodes: before.nodes }
    }
    if (before) remove(before)
    for (const node of made) block.insertBefore(node, behind)
    return { html, start, sole, nodes: made }
  }

  return {
    write({ pieces: lines, starts }) {
      // A reader's translation stands in place of what was written, in parts: none of it is kept.
      if (block.querySelector('font')) {
        block.replaceChildren()
        written = []
      }
      const isWritten = (line: WrittenLine | undefined, i: number) =>
        line !== undefined && line.html === lines[i] && line.start === starts[i]
      // Texts that grow at their end, and texts that change in the middle, keep what is around that.
      let first = 0
      while (first < lines.length && isWritten(written[first], first)) first++
      let last = 0
      while (
        last < lines.length - first &&
        last < written.length - first &&
        isWritten(written[written.length - 1 - last], lines.length - 1 - last)
      ) {
        last++
      }
      const replaced = written.slice(first, written.length - last)
      const staying = written.slice(written.length - last)
      const end = staying[0]?.nodes[0] ?? null
      const changed = lines.slice(first, lines.length - last).map((html, i) => {
        // Every line has nodes: it stands before the first of the next.
        const behind = replaced[i + 1]?.nodes[0] ?? end
        return put(html, starts[first + i], replaced[i], behind)
      })
      for (const line of replaced.slice(changed.length)) remove(line)
      written = [...written.slice(0, first), ...changed, ...staying]
    },
  }
}

function remove({ nodes }: WrittenLine) {
  for (const node of nodes) node.remove()
}

/** Nodes of a line and all within them, from the first on. */
function* within(nodes: readonly Node[]): Generator<Node> {
  const waiting = nodes.toReversed()
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    yield node
    for (let child = node.lastChild; child; child = child.previousSibling) waiting.push(child)
  }
}

/** Whether a line is to say the same in the same elements: only how it looks is another. */
function isOfOneShape(before: readonly Node[], after: readonly Node[]): boolean {
  if (before.length !== after.length) return false
  const others = within(after)
  for (const node of within(before)) {
    const { value: other } = others.next()
    const isSame =
      other &&
      node.nodeName === other.nodeName &&
      node.nodeValue === other.nodeValue &&
      node.childNodes.length === other.childNodes.length
    if (!isSame) return false
  }
  return true
}

/** Not by its class: each window has one of its own. */
const isElement = (node: Node): node is HTMLElement => node.nodeType === node.ELEMENT_NODE

/** Gives elements the attributes of others: what is selected in them stays so. */
function dress(before: readonly Node[], after: readonly Node[]) {
  const others = within(after)
  for (const node of within(before)) {
    const { value: other } = others.next()
    if (other && isElement(node) && isElement(other)) dressElement(node, other)
  }
}

/** But for the one of its style, which a policy without inline styles would refuse. */
function dressElement(element: HTMLElement, { attributes, style }: HTMLElement) {
  for (const name of element.getAttributeNames()) {
    if (name !== 'style' && !attributes.getNamedItem(name)) element.removeAttribute(name)
  }
  for (const { name, value } of attributes) {
    if (name !== 'style' && element.getAttribute(name) !== value) element.setAttribute(name, value)
  }
  const start = style.getPropertyValue('--line-start')
  if (start !== '') element.style.setProperty('--line-start', start)
}
