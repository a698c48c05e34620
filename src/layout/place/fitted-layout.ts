import { countLines, firstFit } from '../break/first-fit.ts'
import { isJustified, isJustifiedBySpaces } from '../break/plain-justify.ts'
import type { Frame } from '../frame.ts'
import type { Layout } from '../layout.ts'
import { measureRunStops, measureStops } from '../measure/measured-stops.ts'
import { measuredPlainly, scriptOfPlain } from '../measure/plain-script.ts'
import { type PlainStyle, scaledPlainStyle } from '../measure/plain-style.ts'
import { StopRows } from '../measure/stop-rows.ts'
import { widestPiece } from '../measure/widest-piece.ts'
import { largestRatio, type Ratios } from './fitted-size.ts'
import { heightOf, measuredLayout, type WordText } from './measured-layout.ts'

/** The stops of the text at hand. */
const rows = new StopRows()

/**
 * A layout of a text of words as large as its frame has room for; undefined if it takes more than the
 * widths of its words to make one. They are measured once: a text twice as large has the lines that it
 * has in a frame half as wide.
 */
export function fittedLayout(given: WordText, frame: Frame, bounds: Ratios): Layout | undefined {
  const { text, own, runs } = given
  const { style, padding, firstIndent, indent } = own
  if (frame.continuation || frame.continues || !isMeasured(given)) return undefined
  if (isJustified(own, frame) && (style.breaking === 'best' || !isJustifiedBySpaces(own))) {
    return undefined
  }
  const isUniform = !runs || runs.every(run => run.own.reach === own.reach)
  const aside = padding.inlineStart + padding.inlineEnd
  const [atFirst, atOther] = [firstIndent + style.endIndent, indent + style.endIndent]
  /** Every way to break lines makes as few as first fit does. */
  const wrap = (width: number) => {
    const inner = Math.max(0, width - aside)
    const rooms = { first: Math.max(0, inner - atFirst), other: Math.max(0, inner - atOther) }
    if (isUniform) {
      const count = countLines(rows, rooms)
      return { count, height: heightOfLines(own, count) }
    }
    const lines = firstFit(rows, rooms, Infinity, undefined)
    if (!lines) return tooNarrow
    return { count: lines.ends.length, height: heightOf({ text, own, runs }, lines, isUniform) }
  }
  const longest = widestPiece(rows, atFirst, atOther)
  const within = { ...frame, maxLines: frame.maxLines ?? style.maxLines ?? Infinity }
  const ratio = largestRatio({ style, padding, longest, wrap }, within, bounds)
  const scaled = (one: PlainStyle) => scaledPlainStyle(one, ratio)
  const larger = {
    ...given,
    own: scaled(own),
    runs: runs?.map(run => ({ ...run, own: scaled(run.own) })),
  }
  return measuredLayout(larger, frame, style.size * ratio)
}

/** The height of so many lines of one style. */
function heightOfLines({ padding, heightOf }: PlainStyle, count: number): number {
  const lines =
    count === 1
      ? heightOf(true, true)
      : heightOf(true, false) + heightOf(false, false) * (count - 2) + heightOf(false, true)
  return padding.blockStart + lines + padding.blockEnd
}

const tooNarrow = { count: Infinity, height: Infinity }

/** Measures the stops of a text of one paragraph. */
function isMeasured({ text, own, runs }: WordText): boolean {
  const script = scriptOfPlain(text)
  const isOfWords = own.isOfWords && (!runs || runs.every(run => run.own.isOfWords))
  if (script === 0 || !isOfWords) return false
  if (runs) return measureRunStops(text, own, runs, script, rows)
  const words = measuredPlainly(text, own, undefined, 0, script)
  return words !== undefined && measureStops(text, words, own, rows)
}
