import { selectAll } from 'css-select'
import type { AnyNode, Document, Element } from 'domhandler'
import { ElementType, parseDocument } from 'htmlparser2'
import { fail } from '../../problem/index.ts'

/** An element with what holds for it: its attributes, under the rules of the chart's own stylesheets. */
export interface StyledElement {
  readonly element: Element
  readonly parent: StyledElement | undefined
  /** A property of the element itself, from its style, a stylesheet or an attribute. */
  own(name: string): string | undefined
}

export interface SvgTree {
  readonly root: Element
  /** All elements, each before what is in it. */
  readonly elements: readonly StyledElement[]
  /** The elements that a selector of CSS finds. Throws `bad-selector`. */
  select(selector: string): ReadonlySet<Element>
}

export const isElement = (node: AnyNode): node is Element =>
  node.type === ElementType.Tag ||
  node.type === ElementType.Script ||
  node.type === ElementType.Style

/** Deeper than any chart is. */
const deepest = 2_000

/** Reads an SVG document, and the rules of its stylesheets. Throws `bad-svg`. */
export function svgTree(svg: string): SvgTree {
  const document = parseDocument(svg, {
    xmlMode: true,
    withStartIndices: true,
    withEndIndices: true,
  })
  const root = document.children.find(isElement)
  if (root?.name.replace(/^.*:/, '') !== 'svg') {
    return fail('bad-svg', 'restyleChart takes an SVG document', {
      hint: root ? `its first element is '${root.name}'` : 'there is no element in it',
    })
  }
  const found = styledElements(root)
  const declared = declarations(document, found)
  const elements = found.map(({ element, parent, all }): StyledElement => {
    const rules = declared.get(element)
    const inline = new Map(declarationsOf(element.attribs.style ?? ''))
    const own = (name: string) => inline.get(name) ?? rules?.get(name) ?? element.attribs[name]
    const styled: StyledElement = {
      element,
      parent: parent === undefined ? undefined : all[parent],
      own,
    }
    all.push(styled)
    return styled
  })
  return { root, elements, select: selector => selected(document, selector) }
}

interface Found {
  readonly element: Element
  /** Index of its parent. */
  readonly parent: number | undefined
  readonly all: StyledElement[]
}

function styledElements(root: Element): Found[] {
  const all: StyledElement[] = []
  const found: Found[] = []
  const waiting: { element: Element; parent: number | undefined; depth: number }[] = [
    { element: root, parent: undefined, depth: 0 },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { element, parent, depth } = next
    if (depth > deepest) fail('too-deep', `the SVG is nested more than ${deepest} deep`)
    const index = found.length
    found.push({ element, parent, all })
    for (const child of element.children.toReversed()) {
      if (isElement(child)) waiting.push({ element: child, parent: index, depth: depth + 1 })
    }
  }
  return found
}

function selected(document: Document, selector: string): ReadonlySet<Element> {
  try {
    return new Set(selectAll<AnyNode, Element>(selector, document, { xmlMode: true }))
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    return fail('bad-selector', `'${selector}' is no selector: ${reason}`)
  }
}

/** Properties that a text's place and size depend on. */
const read = [
  ...['font-size', 'font-weight', 'text-anchor', 'dominant-baseline', 'alignment-baseline'],
  ...['fill', 'display', 'visibility', 'opacity', 'direction', 'writing-mode'],
]

/**
 * What stylesheets say of elements: rules of CSS without conditions, later ones over earlier ones of
 * the same weight. Selectors that cannot be read hold for nothing, as in CSS.
 */
function declarations(document: Document, found: readonly Found[]) {
  const declared = new Map<Element, Map<string, string>>()
  const weights = new Map<Element, Map<string, number>>()
  for (const { element } of found) {
    if (element.name.replace(/^.*:/, '') !== 'style') continue
    for (const { selector, body } of rulesOf(textIn(element))) {
      const said = declarationsOf(body).filter(([name]) => read.includes(name))
      if (said.length === 0) continue
      const weight = weightOf(selector)
      for (const target of selectedOrNone(document, selector)) {
        const values = declared.get(target) ?? new Map<string, string>()
        const known = weights.get(target) ?? new Map<string, number>()
        declared.set(target, values)
        weights.set(target, known)
        for (const [name, value] of said) {
          if ((known.get(name) ?? -1) > weight) continue
          values.set(name, value)
          known.set(name, weight)
        }
      }
    }
  }
  return declared
}

function selectedOrNone(document: Document, selector: string): Iterable<Element> {
  try {
    return selectAll<AnyNode, Element>(selector, document, { xmlMode: true })
  } catch {
    return []
  }
}

/** Ids over classes and attributes over names of elements (CSS Selectors 4, section 17). */
function weightOf(selector: string): number {
  const plain = selector.replace(/:where\([^)]*\)/g, '')
  const count = (pattern: RegExp) => plain.match(pattern)?.length ?? 0
  return count(/#[\w-]+/g) * 10_000 + count(/[.[:][\w-]*/g) * 100 + count(/(^|[\s>+~])[a-z]/gi)
}

/** The characters in an element. */
export function textIn(element: Element): string {
  let text = ''
  const waiting: AnyNode[] = element.children.toReversed()
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.type === ElementType.Text) text += node.data
    else if ('children' in node) for (const child of node.children.toReversed()) waiting.push(child)
  }
  return text
}

function rulesOf(css: string): { readonly selector: string; readonly body: string }[] {
  const text = css.replace(/\/\*[\s\S]*?\*\//g, '')
  const rules: { selector: string; body: string }[] = []
  for (let at = 0; at < text.length; ) {
    const open = text.indexOf('{', at)
    if (open < 0) break
    const selector = text.slice(at, open).trim()
    let depth = 1
    let end = open + 1
    for (; end < text.length && depth > 0; end++) {
      if (text[end] === '{') depth++
      else if (text[end] === '}') depth--
    }
    // What holds under a condition is not known here.
    if (!selector.startsWith('@')) rules.push({ selector, body: text.slice(open + 1, end - 1) })
    at = end
  }
  return rules
}

/** `font-size: 12px; fill: red` as pairs. */
function declarationsOf(css: string): [string, string][] {
  return css.split(';').flatMap((part): [string, string][] => {
    const colon = part.indexOf(':')
    if (colon < 0) return []
    const value = part.slice(colon + 1).replace(/!\s*important/i, '')
    return [[part.slice(0, colon).trim().toLowerCase(), value.trim()]]
  })
}
