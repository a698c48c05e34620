import type { Item } from 'dot-line'

/** The texts of a drawing, in their order. */
export const wordsOf = (items: readonly Item[]): string[] =>
  items.flatMap(item =>
    item.kind === 'group' ? wordsOf(item.items) : item.kind === 'text' ? [item.layout.text] : [],
  )
