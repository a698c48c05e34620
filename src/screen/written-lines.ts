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
      for (const { nodes } of written.slice(first, written.length - last)) {
        for (const node of nodes) node.remove()
      }
      for (let i = 0; i < lines.length; i++) {
        if (i < first) kept.push(written[i])
        else if (i >= lines.length - last) kept.push(written[written.length - lines.length + i])
        else {
          const made = page.createElement('template')
          made.innerHTML = lines[i]
          const nodes = [...made.content.childNodes]
          for (const node of nodes) block.insertBefore(node, behind)
          kept.push({ html: lines[i], nodes })
        }
      }
      written = kept
    },
  }
}
