/** A line of a text with the nodes that were written for it. */
interface WrittenLine {
  readonly html: string
  readonly nodes: readonly ChildNode[]
}

/** The lines that stand in a block. */
export interface WrittenLines {
  /** Writes those that are others than before: lines that stay keep their nodes. */
  write(lines: readonly string[]): void
}

export function writtenLines(block: Element): WrittenLines {
  let written: WrittenLine[] = []
  return {
    write(lines) {
      const { ownerDocument: page } = block
      const kept: WrittenLine[] = []
      // Texts that grow at their end, and texts that change in the middle, keep what is around that.
      let first = 0
      while (first < lines.length && written[first]?.html === lines[first]) first++
      let last = 0
      while (
        last < lines.length - first &&
        last < written.length - first &&
        written[written.length - 1 - last].html === lines[lines.length - 1 - last]
      ) {
        last++
      }
      const behind = written[written.length - last]?.nodes[0] ?? null
      const replaced = written.slice(first, written.length - last)
      for (let i = 0; i < lines.length; i++) {
        if (i < first) kept.push(written[i])
        else if (i >= lines.length - last) kept.push(written[written.length - lines.length + i])
        else {
          const made = page.createElement('template')
          made.innerHTML = lines[i]
          const nodes = [...made.content.childNodes]
          const before = replaced[i - first]
          if (before && isOfOneShape(before.nodes, nodes)) {
            dress(before.nodes, nodes)
            kept.push({ html: lines[i], nodes: before.nodes })
            continue
          }
          for (const node of before?.nodes ?? []) node.remove()
          const next = replaced.slice(i - first + 1).find(line => line.nodes.length > 0)
          for (const node of nodes) block.insertBefore(node, next?.nodes[0] ?? behind)
          kept.push({ html: lines[i], nodes })
        }
      }
      for (const { nodes } of replaced.slice(Math.max(0, lines.length - first - last))) {
        for (const node of nodes) node.remove()
      }
      written = kept
    },
  }
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
const isElement = (node: Node): node is Element => node.nodeType === node.ELEMENT_NODE

/** Gives elements the attributes of others: what is selected in them stays so. */
function dress(before: readonly Node[], after: readonly Node[]) {
  const others = within(after)
  for (const node of within(before)) {
    const { value: other } = others.next()
    if (!other || !isElement(node) || !isElement(other)) continue
    for (const name of node.getAttributeNames()) {
      if (!other.hasAttribute(name)) node.removeAttribute(name)
    }
    for (const { name, value } of other.attributes) {
      if (node.getAttribute(name) !== value) node.setAttribute(name, value)
    }
  }
}
