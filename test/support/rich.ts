import type { RichNode, RichText } from 'dot-line'

/** A tree without its ranges, and with neighbouring texts as one: what two trees are compared by. */
export type BareNode = string | { readonly name: string } | BareSpan
interface BareSpan {
  readonly styles: readonly string[]
  readonly overrides: readonly string[]
  readonly children: readonly BareNode[]
}

export function bare({ children }: Pick<RichText, 'children'>): BareNode[] {
  const nodes: BareNode[] = []
  for (const node of children) {
    const last = nodes.at(-1)
    if (node.kind === 'text') {
      if (typeof last === 'string') nodes[nodes.length - 1] = last + node.text
      else nodes.push(node.text)
    } else nodes.push(bareNode(node))
  }
  return nodes
}

function bareNode(node: Exclude<RichNode, { kind: 'text' }>): BareNode {
  if (node.kind === 'placeholder') return { name: node.name }
  return {
    styles: node.styles.map(style => style.name),
    overrides: node.overrides.map(({ name, value }) => `${name}=${value}`),
    children: bare(node),
  }
}
