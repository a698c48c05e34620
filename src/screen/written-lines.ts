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
  let written: readonly WrittenLine[] = []

  /** A line in place of another, whose nodes it keeps where only how it looks is another. */
  function rewritten(html: string, before: WrittenLine | undefined, behind: Node | null) {
    const made = block.ownerDocument.createElement('template')
    made.innerHTML = html
    const nodes = [...made.content.childNodes]
    if (before && isOfOneShape(before.nodes, nodes)) {
      dress(before.nodes, nodes)
      return { html, nodes: before.nodes }
    }
    if (before) remove(before)
    for (const node of nodes) block.insertBefore(node, behind)
    return { html, nodes }
  }

  return {
    write(lines) {
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
      const replaced = written.slice(first, written.length - last)
      const staying = written.slice(written.length - last)
      const end = staying[0]?.nodes[0] ?? null
      const changed = lines.slice(first, lines.length - last).map((html, i) => {
        // Every line has nodes: it stands before the first of the next.
        return rewritten(html, replaced[i], replaced[i + 1]?.nodes[0] ?? end)
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
