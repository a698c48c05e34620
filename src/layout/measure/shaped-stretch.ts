import type { ShapedRun } from '../../shaping/index.ts'
import { contentEnd, hasContent } from './content-end.ts'
import { hyphenText } from './hyphen-text.ts'
import { addWidths } from './paragraph-widths.ts'
import { endAt, nextAt, type ShapedEdges } from './shaped-edges.ts'
import { noteHyphen } from './shaped-stops.ts'
import { type StopRows, stopKind } from './stop-rows.ts'

/**
 * The state between stretches: how far along the text is, where its last word ends if a line ends there,
 * and where it ends if none does.
 */
export interface Pen {
  x: number
  end: number
  behind: number
  /** As an offset. */
  content: number
  /** Whether there was anything but spaces. */
  isBegun: boolean
}

/**
 * Adds the stops of a stretch that is shaped as a whole, and not put together from words; false where it
 * takes too much to tell where lines would end. `kinds` are those of each offset of the text, or none.
 */
export function addShapedStops(
  run: ShapedRun,
  kinds: Uint8Array,
  edges: ShapedEdges,
  pen: Pen,
  rows: StopRows,
): boolean {
  const { shapingText: text, widths } = edges
  const { start, end } = run
  const x = addWidths(run, pen.x, widths)
  let previous = start
  for (let at = Math.max(1, start); at < end; at++) {
    const kind = kinds[at]
    if (!kind) continue
    if (!moveTo(at)) return false
    let lineEnd = pen.isBegun ? pen.end : 0
    if (kind === stopKind.hyphen) {
      const hyphen = hyphenText(run)
      noteHyphen(rows, run, hyphen)
      const hyphenated = pen.content > start ? endAt(edges, run, pen.content, hyphen) : undefined
      if (hyphenated === undefined) return false
      lineEnd = hyphenated
    }
    const next = at === start ? widths[at] : nextAt(edges, run, at)
    if (next === undefined) return false
    rows.add(lineEnd, next, widths[at] - pen.behind, pen.content, at, kind)
  }
  const isMoved = moveTo(end)
  pen.x = x
  return isMoved

  /** Notes where a line that ends at an offset has its last letter. */
  function moveTo(offset: number): boolean {
    const content = contentEnd(text, previous, offset)
    // Controls of direction right behind a letter stand with it.
    const goesOn = pen.isBegun && pen.content === previous && content > previous
    if (goesOn || hasContent(text, previous, offset)) {
      pen.content = content
      const found = endAt(edges, run, pen.content, '')
      if (found === undefined) return false
      pen.end = found
      pen.behind = widths[pen.content]
      pen.isBegun = true
    }
    previous = offset
    return true
  }
}
