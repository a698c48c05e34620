import type { RichNode, RichText } from 'dot-line'

interface Level {
  readonly nodes: readonly RichNode[]
  next: number
}

/** A tree, a node a line, inner nodes indented, each with its range of the source. */
export function treeText({ children }: RichText): string {
  const lines: string[] = []
  const levels: Level[] = [{ nodes: children, next: 0 }]
  while (levels.length > 0) {
    const level = levels[levels.length - 1]
    const node = level.nodes[level.next++]
    if (!node) {
      levels.pop()
      continue
    }
    const indent = '  '.repeat(levels.length - 1)
    lines.push(`${indent}${nodeText(node)}  ${node.start}-${node.end}\n`)
    if (node.kind === 'span') levels.push({ nodes: node.children, next: 0 })
  }
  return lines.join('')
}

function nodeText(node: RichNode): string {
  if (node.kind === 'text') return `text ${JSON.stringify(node.text)}`
  if (node.kind === 'placeholder') return `placeholder ${node.name}`
  const overrides = node.overrides.map(({ name, value }) => `${name}=${JSON.stringify(value)}`)
  return ['span', ...node.styles.map(style => style.name), ...overrides].join(' ')
}
