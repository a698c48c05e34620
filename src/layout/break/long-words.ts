import type { ShapedParagraph, StyledRun } from '../../shaping/index.ts'
import { isVertical, type Style } from '../../sheet/index.ts'
import type { Frame } from '../frame.ts'
import type { LayoutTools } from '../measure/layout-tools.ts'
import { flowPadding } from '../measure/padding.ts'
import { scaledTexts } from '../measure/scaled-texts.ts'
import { tolerance } from '../measure/stop-rows.ts'
import { type Breakable, breakable, indentOf } from '../measure/stops.ts'
import { minWidth } from './least-width.ts'

/** Texts that are set otherwise because of words that are wider than their line. */
interface EasedTexts {
  readonly texts: readonly Breakable[]
  /** So many times as large. */
  readonly ratio: number
}

/**
 * Eases words that are wider than every line, before they are broken anywhere: first these words
 * are hyphenated, then all of the text is reduced, down to a floor. Undefined if the style asks for
 * neither, or if no word is as wide.
 */
export function easedLongWords(
  texts: readonly Breakable[],
  frame: Frame,
  base: Style,
  tools: LayoutTools,
): EasedTexts | undefined {
  const { hyphenate = false, shrinkTo } = base.longWords
  const room = isVertical(base.writingMode) ? frame.height : frame.width
  if ((!hyphenate && shrinkTo === undefined) || room === undefined) return undefined
  if (minWidth(texts) <= room + tolerance) return undefined
  const divided = hyphenate ? texts.map(text => dividedIn(text, room, tools)) : texts
  const least = minWidth(divided)
  if (least <= room + tolerance || shrinkTo === undefined) return { texts: divided, ratio: 1 }
  const { inlineStart, inlineEnd } = flowPadding(base, base.writingMode)
  const fits = (room - inlineStart - inlineEnd) / (least - inlineStart - inlineEnd)
  const floor = shrinkTo / base.size
  // Where not even the floor is enough, words are broken in the size that was stated.
  if (floor > 1 || fits < floor) return { texts: divided, ratio: 1 }
  const ratio = fits * (1 - tolerance)
  return { texts: scaledTexts(divided, ratio, tools), ratio }
}

/** A text whose words may be hyphenated where they are wider than a line, and nowhere else. */
function dividedIn(text: Breakable, room: number, tools: LayoutTools): Breakable {
  const { paragraph } = text
  const { inlineStart, inlineEnd } = flowPadding(paragraph.style, paragraph.style.writingMode)
  const { rows } = text.breaks()
  const long: { readonly start: number; readonly end: number }[] = []
  let start = 0
  for (let i = 0; i < rows.count; i++) {
    const indent = indentOf(text, start === 0) + paragraph.style.endIndent
    const own = room - inlineStart - inlineEnd - indent
    const end = rows.offsets[i]
    if (rows.pieceAt(i) > own + tolerance) long.push({ start, end })
    start = end
  }
  return breakable({ ...paragraph, runs: hyphenatedIn(paragraph, long) }, tools, text.marker)
}

function hyphenatedIn(
  { runs }: ShapedParagraph,
  ranges: readonly { readonly start: number; readonly end: number }[],
): readonly StyledRun[] {
  const styles = new Map<Style, Style>()
  const hyphenated = (style: Style) => {
    const own = styles.get(style) ?? { ...style, hyphenation: true }
    styles.set(style, own)
    return own
  }
  const divided: StyledRun[] = []
  let next = 0
  for (const run of runs) {
    let at = run.start
    while (at < run.end) {
      while (next < ranges.length && ranges[next].end <= at) next++
      const range = ranges[next]
      const isLong = range !== undefined && range.start <= at
      const edge = range === undefined ? run.end : isLong ? range.end : range.start
      const end = Math.min(run.end, edge)
      const style = isLong ? hyphenated(run.style) : run.style
      divided.push({ ...run, start: at, end, style })
      at = end
    }
  }
  return divided
}
