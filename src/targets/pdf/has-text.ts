import { eachItem, type Item } from '../../drawing/index.ts'

/** Whether items show any text. */
export function hasText(items: readonly Item[]): boolean {
  let isFound = false
  eachItem(items, {
    skips: () => isFound,
    text: () => {
      isFound = true
      return true
    },
    item({ kind }) {
      if (kind === 'glyphs') isFound = true
    },
  })
  return isFound
}
