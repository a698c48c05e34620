import { plainText, type RichNode, type RichText } from '../core.ts'

/** What a text is made of, apart from its words. */
export interface TextFacts {
  /** Names of styles in its spans, sorted; one that stands twice is there twice. */
  readonly spans: readonly string[]
  /** Names of its placeholders, sorted, each once. */
  readonly values: readonly string[]
  readonly links: readonly { readonly target: string; readonly words: string }[]
}

/** Without recursion over how deep its spans are. */
export function textFacts(text: RichText): TextFacts {
  const spans: string[] = []
  const values = new Set<string>()
  const links: { target: string; words: string }[] = []
  const waiting: RichNode[] = [...text.children].reverse()
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.kind === 'placeholder') values.add(node.name)
    if (node.kind !== 'span') continue
    for (const { name } of node.styles) spans.push(name)
    for (const { name, value } of node.overrides) {
      for (const [, placeholder] of value.matchAll(inBraces)) values.add(placeholder)
      if (name !== 'href' && name !== 'action') continue
      const words = plainText({ ...text, children: node.children }).trim()
      links.push({ target: `${name}=${value}`, words })
    }
    for (let i = node.children.length - 1; i >= 0; i--) waiting.push(node.children[i])
  }
  return { spans: spans.sort(), values: [...values].sort(), links }
}

/** Names in braces, as markup has them. */
const inBraces = /\{([\p{L}_][\p{L}\p{N}_.-]*)\}/gu
