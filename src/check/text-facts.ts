import { type Catalog, plainText, type RichNode, type RichText } from '../core.ts'

/** Facts about a text of a catalog, apart from its words. */
export interface TextFacts {
  /** Names of styles in its spans, sorted; one that stands twice is there twice. */
  readonly spans: readonly string[]
  /** Names of its values, sorted, each once. */
  readonly values: readonly string[]
  readonly links: readonly { readonly target: string; readonly words: string }[]
}

/** Facts over all cases of a text: for each kind of span, the highest number in any case. */
export function textFacts(catalog: Catalog, key: string): TextFacts {
  const spans: string[] = []
  const links = new Map<string, TextFacts['links'][number]>()
  for (const variant of catalog.cases(key)) {
    const facts = factsOf(variant)
    for (const name of new Set(facts.spans)) {
      const more = count(facts.spans, name) - count(spans, name)
      for (let i = 0; i < more; i++) spans.push(name)
    }
    // Cases of one text say the same words of the same link: each case is its own text.
    for (const link of facts.links) links.set(`${link.target} ${link.words}`, link)
  }
  return {
    spans: spans.sort(),
    values: [...catalog.placeholdersOf(key)].sort(),
    links: [...links.values()],
  }
}

const count = (names: readonly string[], name: string) => names.filter(one => one === name).length

/** Without recursion over how deep its spans are. */
function factsOf(text: RichText): Omit<TextFacts, 'values'> {
  const spans: string[] = []
  const links: { target: string; words: string }[] = []
  const waiting: RichNode[] = [...text.children].reverse()
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.kind !== 'span') continue
    for (const { name } of node.styles) spans.push(name)
    for (const { name, value } of node.overrides) {
      if (name !== 'href' && name !== 'action') continue
      const words = plainText({ ...text, children: node.children }).trim()
      links.push({ target: `${name}=${value}`, words })
    }
    for (let i = node.children.length - 1; i >= 0; i--) waiting.push(node.children[i])
  }
  return { spans, links }
}
