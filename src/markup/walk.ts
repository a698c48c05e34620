import { filledSpan } from './filled-span.ts'
import type {
  PlaceholderNode,
  RichNode,
  RichText,
  SpanNode,
  TextNode,
  Value,
  Values,
} from './rich-text.ts'
import { isRich } from './value.ts'

/** The values that fill placeholders at a point: a rich text's own, then those around it. */
interface Scope {
  readonly values: Values | undefined
  readonly outer?: Scope
}

/** The value of a name, from the innermost that has it. */
function valueIn(scope: Scope, name: string): Value | undefined {
  for (let at: Scope | undefined = scope; at; at = at.outer) {
    if (at.values && Object.hasOwn(at.values, name)) return at.values[name]
  }
  return undefined
}

/** The callbacks of a walk, in the order of the text. `isInner` marks the content of a value. */
interface Visitor {
  /** A value that stands inside itself is a text without a node. */
  text(text: string, node?: TextNode, isInner?: boolean): void
  open(span: SpanNode): void
  close(span: SpanNode): void
  /** Hears of a placeholder in the link or the action of a span. */
  fills?(name: string, value: Value | undefined, span: SpanNode): void
  /**
   * A placeholder; give a rich text for the walk to go on inside of it. One that the walk is
   * inside of already is `entered`, and is not gone into again.
   */
  placeholder(
    node: PlaceholderNode,
    value: Value | undefined,
    entered: boolean,
    isInner: boolean,
    language: string | undefined,
  ): RichText | undefined
  /** The end of a value that the walk went into. */
  leave?(value: RichText): void
}

interface Step {
  readonly nodes: readonly RichNode[]
  next: number
  readonly span?: SpanNode
  readonly scope: Scope
  /** The value whose text it is, at its outermost level. */
  readonly value?: RichText
  readonly isInner: boolean
  /** BCP 47 tag of the language that holds, where one is known. */
  readonly language: string | undefined
}

/** Walks a tree without recursion, also into the rich texts that fill its placeholders. */
export function walk(rich: RichText, visitor: Visitor, values?: Values) {
  /** The values that the walk is inside of: none may stand inside itself. */
  let entered: Set<RichText> | undefined
  const steps: Step[] = [
    {
      nodes: rich.children,
      next: 0,
      scope: { values: rich.values, outer: { values } },
      isInner: false,
      language: rich.language,
    },
  ]
  while (steps.length > 0) {
    const step = steps[steps.length - 1]
    const { scope, isInner, language } = step
    const node = step.nodes[step.next++]
    if (!node) {
      steps.pop()
      if (step.span) visitor.close(step.span)
      if (step.value) {
        entered?.delete(step.value)
        visitor.leave?.(step.value)
      }
    } else if (node.kind === 'text') {
      visitor.text(node.text, node, isInner)
    } else if (node.kind === 'span') {
      const span = filledSpan(node, (name, of) => {
        const value = valueIn(scope, name)
        visitor.fills?.(name, value, of)
        return value
      })
      visitor.open(span)
      const own = span.overrides.find(({ name }) => name === 'language')?.value ?? language
      steps.push({ nodes: node.children, next: 0, span, scope, isInner, language: own })
    } else {
      const value = valueIn(scope, node.name)
      const isEntered = isRich(value) && entered?.has(value) === true
      const inner = visitor.placeholder(node, value, isEntered, isInner, language)
      if (inner && isEntered) visitor.text(`{${node.name}}`)
      else if (inner) {
        entered ??= new Set()
        entered.add(inner)
        steps.push({
          nodes: inner.children,
          next: 0,
          scope: { values: inner.values, outer: scope },
          value: inner,
          isInner: true,
          language: inner.language ?? language,
        })
      }
    }
  }
}
