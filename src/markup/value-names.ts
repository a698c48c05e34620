import { placeholderIn } from './filled-span.ts'
import type { RichNode, RichText } from './rich-text.ts'

/** Names of the values that a text asks for, also in links and actions, sorted. */
export function valueNames(text: RichText): readonly string[] {
  const names = new Set<string>()
  const waiting: RichNode[] = [...text.children]
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.kind === 'placeholder') names.add(node.name)
    if (node.kind !== 'span') continue
    for (const { value } of node.overrides) {
      for (const [, name] of value.matchAll(placeholderIn)) names.add(name)
    }
    for (const child of node.children) waiting.push(child)
  }
  return [...names].sort()
}
