import type { RichNode, RichText, SpanNode, Value, Values } from './rich-text.ts'

/** The values that fill placeholders at a point: a rich text's own, then those around it. */
export interface Scope {
  readonly values: Values | undefined
  readonly outer?: Scope
}

/** The value of a name, from the innermost that has it. */
export function valueIn(scope: Scope, name: string): Value | undefined {
  for (let at: Scope | undefined = scope; at; at = at.outer) {
    if (at.values && Object.hasOwn(at.values, name)) return at.values[name]
  }
  return undefined
}

/** What a walk meets, in the order of the text. */
export interface Visitor {
  text(text: string): void
  open(span: SpanNode): void
  close(span: SpanNode): void
  /** A placeholder; give a rich text for the walk to go on inside of it. */
  placeholder(name: string, value: Value | undefined): RichText | undefined
}

interface Step {
  readonly nodes: readonly RichNode[]
  next: number
  readonly span?: SpanNode
  readonly scope: Scope
  /** The value whose text it is, at its outermost level. */
  readonly value?: RichText
}

/** Walks a tree without recursion, also into the rich texts that fill its placeholders. */
export function walk(rich: RichText, visitor: Visitor, values?: Values) {
  const scope: Scope = { values: rich.values, outer: { values } }
  const entered = new Set<RichText>()
  const steps: Step[] = [{ nodes: rich.children, next: 0, scope }]
  while (steps.length > 0) {
    const step = steps[steps.length - 1]
    const node = step.nodes[step.next++]
    if (!node) {
      if (step.span) visitor.close(step.span)
      if (step.value) entered.delete(step.value)
      steps.pop()
    } else if (node.kind === 'text') {
      visitor.text(node.text)
    } else if (node.kind === 'span') {
      visitor.open(node)
      steps.push({ nodes: node.children, next: 0, span: node, scope: step.scope })
    } else {
      const inner = visitor.placeholder(node.name, valueIn(step.scope, node.name))
      if (inner && entered.has(inner)) {
        // A value that stands inside itself is shown as what it is not filled with.
        visitor.text(`{${node.name}}`)
      } else if (inner) {
        entered.add(inner)
        const scope = { values: inner.values, outer: step.scope }
        steps.push({ nodes: inner.children, next: 0, scope, value: inner })
      }
    }
  }
}
