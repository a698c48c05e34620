import type { AnyNode, Element } from 'domhandler'
import { ElementType, parseDocument } from 'htmlparser2'
import { fail, shortText } from '../../problem/index.ts'
import { matchersOf } from './selectors.ts'

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

/** Deeper, and larger in characters, than any chart is. */
const deepest = 2_000
const largest = 1 << 26

/** So often is an element of a chart held against a rule of its stylesheets. */
const mostMatches = 1e8

/** Reads an SVG document, and the rules of its stylesheets. Throws `bad-svg`. */
export function svgTree(svg: string): SvgTree {
  if (svg.length > largest) fail('too-large', `the SVG has ${svg.length} characters`)
  const document = parseDocument(svg, {
    xmlMode: true,
    withStartIndices: true,
    withEndIndices: true,
  })
  const root = document.children.find(isElement)
  if (root?.name.replace(/^.*:/, '') !== 'svg') {
    return fail('bad-svg', 'restyleChart takes an SVG document', {
      hint: root ? `its first element is '${root.name}'` : 'it has no elements',
    })
  }
  const styledNodes = styledElements(root)
  const inOrder = styledNodes.map(({ element }) => element)
  const declared = declarations(inOrder)
  const elements = styledNodes.map(({ element, parent, all }): StyledElement => {
    const rules = declared.get(element)
    const inline = new Map(declarationsOf(element.attribs.style ?? ''))
    const property = (name: string) => inline.get(name) ?? rules?.get(name) ?? element.attribs[name]
    const styled: StyledElement = {
      element,
      parent: parent === undefined ? undefined : all[parent],
      own: property,
    }
    all.push(styled)
    return styled
  })
  return { root, elements, select: selector => selected(inOrder, selector) }
}

interface Found {
  readonly element: Element
  /** Index of its parent. */
  readonly parent: number | undefined
  readonly all: StyledElement[]
}

const svgNamespace = 'http://www.w3.org/2000/svg'

/** Elements may have their namespace before their names: those of SVG go without. */
function withoutPrefix(root: Element): (name: string) => string {
  const prefixes = Object.entries(root.attribs).flatMap(([name, value]) =>
    value === svgNamespace && name.startsWith('xmlns:') ? [`${name.slice(6)}:`] : [],
  )
  const rootPrefix = root.name.slice(0, root.name.indexOf(':') + 1)
  if (rootPrefix !== '') prefixes.push(rootPrefix)
  return name => {
    const prefix = prefixes.find(one => name.startsWith(one))
    return prefix === undefined ? name : name.slice(prefix.length)
  }
}

function styledElements(root: Element): Found[] {
  const all: StyledElement[] = []
  const localName = withoutPrefix(root)
  const elements: Found[] = []
  const waiting: { element: Element; parent: number | undefined; depth: number }[] = [
    { element: root, parent: undefined, depth: 0 },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { element, parent, depth } = next
    if (depth > deepest) fail('too-deep', `the SVG is nested more than ${deepest} deep`)
    const index = elements.length
    element.name = localName(element.name)
    elements.push({ element, parent, all })
    for (const child of element.children.toReversed()) {
      if (isElement(child)) waiting.push({ element: child, parent: index, depth: depth + 1 })
    }
  }
  return elements
}

function selected(elements: readonly Element[], selector: string): ReadonlySet<Element> {
  const matchers = matchersOf(selector)
  if (typeof matchers !== 'string') {
    return new Set(matchers.flatMap(({ matches }) => matches(elements)))
  }
  return fail('bad-selector', `'${shortText(selector)}' is not a valid selector: ${matchers}`)
}

/** Properties that a text's place and size depend on. */
const read = [
  ...['font-size', 'font-weight', 'text-anchor', 'dominant-baseline', 'alignment-baseline'],
  ...['fill', 'display', 'visibility', 'opacity', 'direction', 'writing-mode'],
]

/**
 * The declarations of stylesheets for elements: CSS rules without conditions; later ones override
 * earlier ones of the same weight. Selectors that can't be read match nothing, as in CSS.
 */
function declarations(elements: readonly Element[]) {
  const declared = new Map<Element, Map<string, string>>()
  const weights = new Map<Element, Map<string, number>>()
  let matched = 0
  for (const element of elements) {
    if (element.name !== 'style') continue
    for (const { selector, body } of rulesOf(textIn(element))) {
      const said = declarationsOf(body).filter(([name]) => read.includes(name))
      if (said.length === 0) continue
      const matchers = matchersOf(selector)
      if (typeof matchers === 'string') continue
      for (const { weight, matches } of matchers) {
        matched += elements.length
        if (matched > mostMatches) fail('too-large', 'the SVG has too many rules of style')
        for (const target of matches(elements)) {
          const values = declared.get(target) ?? new Map<string, string>()
          const propertyWeights = weights.get(target) ?? new Map<string, number>()
          declared.set(target, values)
          weights.set(target, propertyWeights)
          for (const [name, value] of said) {
            if ((propertyWeights.get(name) ?? -1) > weight) continue
            values.set(name, value)
            propertyWeights.set(name, weight)
          }
        }
      }
    }
  }
  return declared
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
    // Whether a conditional rule applies is unknown here, so it is ignored.
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
