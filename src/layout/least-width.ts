import { flowPadding } from './padding.ts'
import { type Breakable, indentOf } from './stops.ts'

/**
 * The least width in which no word is broken inside, and none reaches beyond its line: that of the
 * longest piece between two places where lines may end.
 */
export function minWidth(texts: readonly Breakable[]): number {
  const [{ paragraph: first }] = texts
  const { inlineStart, inlineEnd } = flowPadding(first.style, first.style.writingMode)
  let least = 0
  for (const text of texts) {
    const { stops, starts } = text.breaks()
    let start = 0
    for (let i = 0; i < stops.count; i++) {
      const piece = stops.ends[i] - starts[start]
      const { endIndent } = text.paragraph.style
      least = Math.max(least, indentOf(text, start === 0) + piece + endIndent)
      start = stops.offsets[i]
    }
  }
  return least + inlineStart + inlineEnd
}
