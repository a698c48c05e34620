import type { Frame } from './frame.ts'
import type { Layout, SourcePiece } from './layout.ts'
import { type BrokenWord, brokenWord } from './layout-problems.ts'
import type { NumberedLines } from './numbered-lines.ts'
import { isJustified, isJustifiedBySpaces, justifiedWidths } from './plain-justify.ts'
import { layoutOfSizes } from './plain-layout.ts'
import { measuredPlainly, scriptOfPlain } from './plain-script.ts'
import { keptLines, linesWithin, oneLine } from './plain-stops.ts'
import type { PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/** Whether a frame asks for more than words and widths can answer. */
export const asksMore = ({ continuation: from, continues }: Frame) =>
  from !== undefined || continues === true

/**
 * A layout of a plain text, the same as that of any other; undefined if it takes more than its
 * words to make one. Lines hold what it takes to make them: they can be read until the fonts are
 * closed.
 */
export function plainLayout(
  text: string,
  own: PlainStyle,
  frame: Frame,
  fittedSize?: number,
  /** The source map, if the text differs from the markup. */
  sourceMap?: readonly SourcePiece[],
): Layout | undefined {
  const { continuation: from, continues } = frame
  if (from || !own.isOfWords || (continues && isJustified(own, frame))) return undefined
  const { inlineStart, inlineEnd } = own.padding
  const room =
    frame.width === undefined ? undefined : Math.max(0, frame.width - inlineStart - inlineEnd)
  let textWidth = 0
  let depth = own.padding.blockStart
  /**
   * The lines of all paragraphs; the arrays of the first one are reused, since most texts have no
   * other.
   */
  let [ends, widths]: [number[], number[]] = [[], []]
  const broken: BrokenWord[] = []
  const maxLines = frame.maxLines ?? own.style.maxLines ?? Infinity
  let cut: Layout['cut']
  // A text in one script has no newline: most texts are looked through once.
  const script = scriptOfPlain(text)
  const isOne = script !== 0 || !text.includes('\n')
  if (continues && !isOne) return undefined
  const shown = isOne ? Math.min(maxLines, linesIn(own, frame)) : maxLines
  for (let start = 0; start <= text.length; ) {
    const next = isOne ? -1 : text.indexOf('\n', start)
    const isEnd = next < 0
    const end = isEnd ? text.length : next
    // Several paragraphs that overflow their frame need more detailed reports.
    const found = isOne
      ? paragraphLines(text, own, room, continues ? Infinity : shown, script)
      : laterLines(text, start, end, own, room)
    if (!found) return undefined
    if (found.cut !== undefined) cut = cutBehind(found.cut, text)
    // A text that continues elsewhere is broken as a whole, and none of its lines is truncated.
    if (continues && found.ends.length > shown) {
      cut = cutBehind(found.ends[shown - 1], text)
      found.ends.length = shown
      found.widths.length = shown
    }
    for (const line of found.broken) {
      const lineEnd = found.ends[line]
      // It may be of what goes on elsewhere.
      if (lineEnd) broken.push({ start, end: start + lineEnd, line: ends.length + line })
    }
    if (start > 0) depth += own.space
    const count = found.ends.length
    for (let i = 0; i < count; i++) {
      depth += own.heightOf(start === 0 && i === 0, isEnd && i === count - 1)
      if (found.widths[i] > textWidth) textWidth = found.widths[i]
      if (start === 0) continue
      ends.push(start + found.ends[i])
      widths.push(found.widths[i])
    }
    if (start === 0) [ends, widths] = [found.ends, found.widths]
    start = end + 1
  }
  const count = ends.length
  if (count > maxLines) return undefined
  const height = fittingHeight(depth, own, frame)
  if (height === undefined) return undefined
  if (room !== undefined && isJustified(own, frame)) {
    if (cut || !isJustifiedBySpaces(own)) return undefined
    textWidth = widest(justifiedWidths({ ends, widths }, text, room, own))
  }
  const width = (room ?? textWidth) + inlineStart + inlineEnd
  const isWhole = count === 1 && !cut && widths[0] === textWidth
  return layoutOfSizes({
    text,
    own,
    runs: undefined,
    level: 0,
    isOne,
    frame,
    sourceMap,
    width,
    height,
    textWidth,
    lineEnds: isWhole
      ? undefined
      : keptLines({ ends, widths, cut: continues ? undefined : cut?.start }),
    fittedSize,
    cut,
    rest: cut && { offset: cut.start, line: count },
    problems: broken.length === 0 ? none : [brokenWord(text, broken)],
  })
}

const none: Layout['problems'] = []

export function widest(widths: readonly number[]): number {
  let most = 0
  for (const width of widths) if (width > most) most = width
  return most
}

export const cutBehind = (start: number, text: string) => ({
  start,
  end: text.length,
  text: text.slice(start),
})

/** The number of one paragraph's lines that fit in a frame's height. */
function linesIn(own: PlainStyle, { height }: Frame): number {
  if (height === undefined) return Infinity
  const { blockStart, blockEnd } = own.padding
  const depth = Math.max(0, height - blockStart - blockEnd) + tolerance
  const free = depth - own.heightOf(true, false) - own.heightOf(false, true)
  // One line is shown in any case.
  if (free < 0) return 1
  const between = own.heightOf(false, false)
  return between > 0 ? 2 + Math.floor(free / between) : Infinity
}

/** The lines of one of several paragraphs in a room. */
function laterLines(
  whole: string,
  start: number,
  end: number,
  own: PlainStyle,
  room: number | undefined,
): NumberedLines | undefined {
  const text = whole.slice(start, end)
  return paragraphLines(text, own, room, Infinity, scriptOfPlain(text), whole, end)
}

/**
 * The lines of a paragraph of a script in a room, no more than so many. Behind `from` more of the
 * whole text follows.
 */
function paragraphLines(
  text: string,
  own: PlainStyle,
  room: number | undefined,
  most: number,
  script: number,
  whole?: string,
  from = 0,
): NumberedLines | undefined {
  if (text === '') return oneLine(0, 0)
  const words = measuredPlainly(text, own, whole, from, script)
  if (!words) return undefined
  if (room !== undefined) return linesWithin(room, text, words, most, own)
  // Only a line's end lets spaces before a soft hyphen hang.
  if (text.endsWith('\u00ad')) return undefined
  return oneLine(text.length, words.to[words.count - 1] * own.scale - own.tracking)
}

/** The height of a frame with so much in it; undefined if that is more than the frame has. */
export function fittingHeight(
  bottom: number,
  { padding: { blockStart, blockEnd } }: PlainStyle,
  { height: room = Infinity }: Frame,
): number | undefined {
  const depth = bottom + blockEnd
  const isTooHigh = depth - blockStart - blockEnd > Math.max(0, room - blockStart - blockEnd)
  return isTooHigh ? undefined : depth
}
