import { isUnbroken } from '../shaping/index.ts'
import type { Frame } from './frame.ts'
import type { Layout, SourcePiece } from './layout.ts'
import { trimmed } from './line-reach.ts'
import { layoutOfSizes } from './plain-layout.ts'
import { reachOfRuns } from './plain-lines.ts'
import { alongAt, wordAt } from './plain-places.ts'
import { measuredItem, runLines } from './plain-run-lines.ts'
import { scriptOfPlain } from './plain-script.ts'
import type { PlainRun } from './plain-shaping.ts'
import { breakOptions, keptLines, type NumberedLines, oneLine } from './plain-stops.ts'
import type { PlainStyle } from './plain-style.ts'
import { asksMore, fittingHeight } from './plain-text.ts'
import { tolerance } from './stops.ts'

/**
 * A layout of a plain text in several styles; undefined where it takes more than its words to make
 * one. `own` is the style of the paragraph, and runs follow each other.
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
  if (script === 0 || isSpace(text, text.length - 1)) return undefined
  const lengths = lengthsOf(text, own, runs, script)
  if (!lengths) return undefined
  const { inlineStart, inlineEnd } = own.padding
  const room =
    frame.width === undefined ? undefined : Math.max(0, frame.width - inlineStart - inlineEnd)
  const lines = linesIn(room, lengths, text, own, runs, script)
  const most = frame.maxLines ?? own.style.maxLines ?? Infinity
  if (!lines || lines.ends.length > most) return undefined
  const height = fittingHeight(heightOf(lines, own, runs), own, frame)
  if (height === undefined) return undefined
  let textWidth = 0
  for (const width of lines.widths) if (width > textWidth) textWidth = width
  const width = (room ?? textWidth) + inlineStart + inlineEnd
  // Written out: copies by spreading are slow where there are tens of thousands.
  return layoutOfSizes({
    text,
    own,
    runs,
    isOne: true,
    frame,
    sourceMap,
    width,
    height,
    textWidth,
    lineEnds: lines.ends.length === 1 ? undefined : keptLines(lines),
    fittedSize: undefined,
    cut: undefined,
    rest: undefined,
    problems: none,
  })
}

/** On one line the text is as long as its painted runs, or its items where it has to fit. */
function linesIn(
  room: number | undefined,
  { along, painted, endsAtSpaces }: RunLengths,
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
): NumberedLines | undefined {
  if (room === undefined) return oneLine(text.length, painted)
  const isOnOne = endsAtSpaces && along <= room + tolerance
  return isOnOne ? oneLine(text.length, along) : runLines(text, own, runs, room, script)
}

const none: Layout['problems'] = []

/** How far down the last of some lines reaches, each as high as the styles on it ask for. */
function heightOf({ ends }: NumberedLines, own: PlainStyle, runs: readonly PlainRun[]): number {
  let depth = own.padding.blockStart
  const last = ends.length - 1
  for (let i = 0; i <= last; i++) {
    const reach = reachOfRuns(own, runs, i > 0 ? ends[i - 1] : 0, ends[i])
    if (reach === own.reach) {
      depth += own.heightOf(i === 0, i === last)
      continue
    }
    const { above, below } = trimmed(reach, own.style, own.tools, i === 0, i === last)
    depth += above + below
  }
  return depth
}

/** How long a text is on one line: sums that may differ in their last digits. */
interface RunLengths {
  /** Of its shaped items. */
  readonly along: number
  /** Of its painted runs. */
  readonly painted: number
  /** Whether lines may surely end nowhere but at its spaces. */
  readonly endsAtSpaces: boolean
}

/** Undefined where some run has no glyphs of its own. */
function lengthsOf(
  text: string,
  { style }: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
): RunLengths | undefined {
  let [along, painted, endsAtSpaces] = [0, 0, true]
  const options = breakOptions(style)
  for (let i = 0; i < runs.length; ) {
    const item = measuredItem(text, runs, i, script)
    if (!item) return undefined
    const { start, end, next, scale, piece, words } = item
    for (let word = 0; word < words.count; word++) {
      endsAtSpaces &&= isUnbroken(word, piece, words, options)
    }
    // Between two items that no space parts, a line may end by what both are.
    endsAtSpaces &&= end === text.length || isSpace(text, end - 1) || isSpace(text, end)
    let before = 0
    for (let word = 0; i < next; i++) {
      const offset = runs[i].end - start
      word = wordAt(offset, words, word)
      const place = alongAt(offset, word, words)
      if (place === undefined || place === before) return undefined
      painted += (place - before) * runs[i].own.scale
      before = place
    }
    along += before * scale
  }
  return { along, painted, endsAtSpaces }
}

const isSpace = (text: string, at: number) => text.charCodeAt(at) === 0x20
