import { flowPadding } from '../measure/padding.ts'
import { type Breakable, indentOf } from '../measure/stops.ts'
import { widestPiece } from '../measure/widest-piece.ts'

/**
 * The least width in which no word is broken inside, and none reaches beyond its line: that of the
 * longest piece between two places where lines may end.
 */
export function minWidth(texts: readonly Breakable[]): number {
  const [{ paragraph: first }] = texts
  const { inlineStart, inlineEnd } = flowPadding(first.style, first.style.writingMode)
  let least = 0
  for (const text of texts) least = Math.max(least, widestIn(text))
  return least + inlineStart + inlineEnd
}

/** The room that the widest piece of a text takes, with its indents. */
export function widestIn(text: Breakable): number {
  const { endIndent } = text.paragraph.style
  const { rows } = text.breaks()
  return widestPiece(rows, indentOf(text, true) + endIndent, indentOf(text, false) + endIndent)
}
