import type { RichNode, RichText } from 'dot-line'

/**
 * A tree without its ranges, with neighboring texts as one, and without spans that change nothing:
 * what two trees are compared by.
 */
export type BareNode = string | { readonly name: string } | BareSpan
interface BareSpan {
  readonly styles: readonly string[]
  readonly overrides: readonly string[]
  readonly children: readonly BareNode[]
}

export function bare({ children }: Pick<RichText, 'children'>): BareNode[] {
  const nodes: BareNode[] = []
  for (const node of children) {
    if (node.kind === 'text') addTo(nodes, node.text)
    else if (node.kind === 'span' && node.styles.length + node.overrides.length === 0) {
      for (const inner of bare(node)) addTo(nodes, inner)
    } else nodes.push(bareNode(node))
  }
  return nodes
}

function addTo(nodes: BareNode[], node: BareNode) {
  const last = nodes.at(-1)
  if (typeof last === 'string' && typeof node === 'string') nodes[nodes.length - 1] = last + node
  else nodes.push(node)
}

function bareNode(node: Exclude<RichNode, { kind: 'text' }>): BareNode {
  if (node.kind === 'placeholder') return { name: node.name }
  return {
    styles: node.styles.map(style => style.name),
    overrides: node.overrides.map(({ name, value }) => `${name}=${value}`),
    children: bare(node),
  }
}
