import type { WordLine } from '../shaping/index.ts'
import type { Frame } from './frame.ts'
import type { Layout, SourcePiece } from './layout.ts'
import { unitedExtents } from './line-box.ts'
import { trimmedExtents } from './line-reach.ts'
import { layoutOfSizes, type PlainRun } from './plain-layout.ts'
import { firstFitLines, isUnbrokenText } from './plain-lines.ts'
import { scriptOfPlain } from './plain-script.ts'
import { isShapedWith, type PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/** What a frame asks for that words do not tell. */
const asksMore = ({ align, from, continues }: Frame) =>
  align === 'justify' || from !== undefined || continues === true

/**
 * A layout of a plain text, the same as that of any other; undefined where it takes more than its
 * words to make one. Lines hold what it takes to make them: they can be read until the shelf is
 * closed.
 */
export function plainLayout(text: string, own: PlainStyle, frame: Frame): Layout | undefined {
  if (asksMore(frame)) return undefined
  const script = scriptOfPlain(text)
  const segment = script === 0 ? undefined : own.segments.get(script)
  if (!segment) return undefined
  const words = own.tools.measureWords(own.face, text, segment)
  if (!words || words.count === 0) return undefined
  const { inlineStart, inlineEnd } = own.padding
  let textWidth = 0
  let width = 0
  let count = 1
  if (frame.width === undefined) {
    textWidth = words.to[words.count - 1] * own.scale
    width = textWidth + inlineStart + inlineEnd
  } else {
    const length = Math.max(0, frame.width - inlineStart - inlineEnd)
    const lines = firstFitLines(text, words, length, own.scale, own.style)
    if (!lines) return undefined
    textWidth = lines.width
    count = lines.count
    width = length + inlineStart + inlineEnd
  }
  const maxLines = frame.maxLines ?? own.style.maxLines
  if (maxLines !== undefined && count > maxLines) return undefined
  const height = heightOf(count, own, own.only, frame)
  if (height === undefined) return undefined
  const [runs, sourceMap] = [undefined, undefined]
  return layoutOfSizes({ text, own, runs, frame, width, height, textWidth, sourceMap })
}

/** How high so many lines are; undefined where that is more than the frame has. */
function heightOf(
  count: number,
  own: PlainStyle,
  only: number,
  { height: room = Infinity }: Frame,
): number | undefined {
  const { blockStart, blockEnd } = own.padding
  let depth = blockStart + (count === 1 ? only : own.first)
  for (let i = 2; i < count; i++) depth += own.inner
  if (count > 1) depth += own.last
  depth += blockEnd
  const isTooHigh = depth - blockStart - blockEnd > Math.max(0, room - blockStart - blockEnd)
  return isTooHigh ? undefined : depth
}

/**
 * The same of a text in several styles that goes on one line. `own` is the style of the paragraph,
 * and runs follow each other.
 */
export function plainRunsLayout(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  sourceMap: readonly SourcePiece[],
  frame: Frame,
): Layout | undefined {
  if (runs.length === 0 || asksMore(frame)) return undefined
  const script = scriptOfPlain(text)
  const isEndingInSpace = text.charCodeAt(text.length - 1) === space
  if (script === 0 || isEndingInSpace) return undefined
  /** Along shaped items, and along painted runs: sums that may differ in their last digits. */
  let along = 0
  let textWidth = 0
  let { above, below } = own.reach
  for (let i = 0; i < runs.length; ) {
    const { start, own: shaping } = runs[i]
    let next = i + 1
    while (next < runs.length && isShapedWith(shaping, runs[next].own)) next++
    const segment = shaping.segments.get(script)
    if (!segment) return undefined
    const isWhole = i === 0 && next === runs.length
    const piece = isWhole ? text : text.slice(start, runs[next - 1].end)
    const words = shaping.tools.measureWords(shaping.face, piece, segment)
    if (!words) return undefined
    let before = 0
    for (; i < next; i++) {
      const { own: style } = runs[i]
      const place = placeOf(runs[i].end - start, piece, words, i === next - 1)
      if (place === undefined || place === before) return undefined
      textWidth += (place - before) * style.scale
      before = place
      if (style !== own) ({ above, below } = unitedExtents({ above, below }, style.reach))
    }
    along += before * shaping.scale
  }
  const { inlineStart, inlineEnd } = own.padding
  let length = textWidth
  if (frame.width !== undefined) {
    length = Math.max(0, frame.width - inlineStart - inlineEnd)
    if (along > length + tolerance || !isUnbrokenText(text, own.style)) return undefined
    textWidth = along
  }
  const isTaller = above !== own.reach.above || below !== own.reach.below
  const reach = isTaller
    ? trimmedExtents({ above, below }, own.style, own.tools, true, true)
    : undefined
  const height = heightOf(1, own, reach ? reach.above + reach.below : own.only, frame)
  if (height === undefined) return undefined
  const width = length + inlineStart + inlineEnd
  return layoutOfSizes({ text, own, runs, frame, width, height, textWidth, sourceMap })
}

const space = 0x20

/** How far along its words an offset of a text is; undefined where that takes its glyphs. */
function placeOf(
  offset: number,
  text: string,
  words: WordLine,
  isEnd: boolean,
): number | undefined {
  if (isEnd) return words.total
  const { count, starts, ends, from, to, deltas, table } = words
  for (let i = 0; i < count; i++) {
    if (offset > ends[i]) continue
    if (offset === ends[i]) return to[i] + deltas[i]
    if (offset === starts[i]) return from[i]
    if (offset < starts[i]) return undefined
    const glyph = table?.glyphFrom(words.words[i], offset - starts[i]) ?? -1
    return table && glyph >= 0 ? from[i] + table.advanceTo(words.words[i], glyph) : undefined
  }
  return offset === text.length ? words.total : undefined
}
