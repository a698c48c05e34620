import { compile } from 'css-select'
import { parse, type Selector, SelectorType, stringify } from 'css-what'
import type { AnyNode, Element } from 'domhandler'

/** Longer selectors, and functions within functions, are no rules of a chart. */
const longest = 1_000

/** A selector that can be matched in time linear in what it is matched with. */
interface Matcher {
  /** Ids over classes and attributes over names of elements (CSS Selectors 4, section 17). */
  readonly weight: number
  /** The elements that it finds, of all of a tree, each behind its parent and its earlier siblings. */
  matches(elements: readonly Element[]): readonly Element[]
}

/** The selectors of a list, or why they are not read. */
export function matchersOf(selector: string): readonly Matcher[] | string {
  if (selector.length > longest) return `it has more than ${longest} characters`
  // The parser goes into what is nested by calling itself.
  if (/\([^)]*\([^)]*\(/.test(selector)) return 'it has functions within functions'
  try {
    const list = parse(selector)
    return list.some(asksFarAround) ? 'it looks into elements with :has()' : list.map(matcherOf)
  } catch (error) {
    return error instanceof Error ? error.message : String(error)
  }
}

const asksFarAround = (tokens: readonly Selector[]): boolean =>
  tokens.some(
    token =>
      token.type === SelectorType.Pseudo &&
      (token.name === 'has' ||
        (Array.isArray(token.data) &&
          token.data.some(inner => asksFarAround(inner) || inner.some(isCombinator)))),
  )

const combinators: ReadonlySet<SelectorType> = new Set([
  SelectorType.Descendant,
  SelectorType.Child,
  SelectorType.Adjacent,
  SelectorType.Sibling,
])
const isCombinator = ({ type }: Selector) => combinators.has(type)

/** A compound selector, and how it stands to the one before it. */
interface Step {
  readonly relation: SelectorType | undefined
  readonly test: (element: Element) => boolean
}

function matcherOf(tokens: readonly Selector[]): Matcher {
  const steps: Step[] = []
  let relation: SelectorType | undefined
  let compound: Selector[] = []
  const add = () => {
    const test = compile<AnyNode, Element>(stringify([compound]), { xmlMode: true })
    steps.push({ relation, test: element => test(element) })
    compound = []
  }
  for (const token of tokens) {
    if (!isCombinator(token)) compound.push(token)
    else {
      add()
      relation = token.type
    }
  }
  add()
  return { weight: weightOf(tokens), matches: elements => found(elements, steps) }
}

/** The steps of a selector that hold for an element, for one around it, and for one before it. */
interface Held {
  readonly own: Uint8Array
  readonly around: Uint8Array
  readonly before: Uint8Array
}

/** Each element is looked at once: what holds for those around and before it is known by then. */
function found(elements: readonly Element[], steps: readonly Step[]): Element[] {
  const held = new Map<Element, Held>()
  const last = steps.length - 1
  return elements.filter(element => {
    const above = heldOf(held, element.parent)
    const beside = heldOf(held, elementBefore(element))
    const [own, around, before] = [0, 0, 0].map(() => new Uint8Array(steps.length))
    steps.forEach(({ relation, test }, i) => {
      if (stands(relation, i, above, beside) && test(element)) own[i] = 1
      around[i] = own[i] | (above?.around[i] ?? 0)
      before[i] = own[i] | (beside?.before[i] ?? 0)
    })
    held.set(element, { own, around, before })
    return own[last] === 1
  })
}

function stands(
  relation: SelectorType | undefined,
  step: number,
  above: Held | undefined,
  beside: Held | undefined,
): boolean {
  switch (relation) {
    case SelectorType.Descendant:
      return above?.around[step - 1] === 1
    case SelectorType.Child:
      return above?.own[step - 1] === 1
    case SelectorType.Adjacent:
      return beside?.own[step - 1] === 1
    case SelectorType.Sibling:
      return beside?.before[step - 1] === 1
    default:
      return true
  }
}

const heldOf = (held: ReadonlyMap<Element, Held>, node: AnyNode | null): Held | undefined =>
  node && 'attribs' in node ? held.get(node) : undefined

function elementBefore({ prev }: Element): Element | null {
  let node = prev
  while (node && !('attribs' in node)) node = node.prev
  return node
}

function weightOf(tokens: readonly Selector[]): number {
  let weight = 0
  for (const token of tokens) {
    if (token.type === SelectorType.Attribute) weight += token.name === 'id' ? 10_000 : 100
    else if (token.type === SelectorType.Tag) weight += 1
    else if (token.type === SelectorType.PseudoElement) weight += 1
    else if (token.type === SelectorType.Pseudo && token.name !== 'where') {
      weight += Array.isArray(token.data) ? Math.max(...token.data.map(weightOf)) : 100
    }
  }
  return weight
}
