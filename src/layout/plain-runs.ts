import { isUnbroken, type WordLine } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { breakKinds } from '../unicode/index.ts'
import type { Frame } from './frame.ts'
import type { Layout, SourcePiece } from './layout.ts'
import { trimmed } from './line-reach.ts'
import { longestWord } from './plain-cut.ts'
import { layoutOfSizes } from './plain-layout.ts'
import { reachOfRuns } from './plain-lines.ts'
import { runLines } from './plain-run-lines.ts'
import { scriptOfPlain } from './plain-script.ts'
import type { PlainRun } from './plain-shaping.ts'
import { breakOptions, lineEndsOf, type NumberedLines, oneLine } from './plain-stops.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
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
  const sizes = lengthsOf(text, own, runs)
  if (!sizes) return undefined
  const { inlineStart, inlineEnd } = own.padding
  const room =
    frame.width === undefined ? undefined : Math.max(0, frame.width - inlineStart - inlineEnd)
  const lines = linesIn(room, sizes, text, own, runs)
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
    frame,
    sourceMap,
    width,
    height,
    textWidth,
    lineEnds: lines.ends.length === 1 ? undefined : lineEndsOf(lines),
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
): NumberedLines | undefined {
  if (room === undefined) return oneLine(text.length, painted)
  const isOnOne = along <= room + tolerance && (endsAtSpaces || isUnbrokenText(text, own.style))
  return isOnOne ? oneLine(text.length, along) : runLines(text, own, runs, room)
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
  { tools, style }: PlainStyle,
  runs: readonly PlainRun[],
): RunLengths | undefined {
  const script = scriptOfPlain(text)
  if (script === 0 || isSpace(text, text.length - 1)) return undefined
  let [along, painted, endsAtSpaces] = [0, 0, true]
  const options = breakOptions(style)
  for (let i = 0; i < runs.length; ) {
    const { start, own: shaping } = runs[i]
    const next = behindItem(runs, i)
    const { spacing } = shaping.shaping
    const segment = shaping.segments.get(script)
    // Where letters are spaced, what ends a run depends on the one behind it.
    if (!segment || spacing.tracking !== 0 || spacing.word !== 0) return undefined
    const isWhole = i === 0 && next === runs.length
    const piece = isWhole ? text : text.slice(start, runs[next - 1].end)
    const words = tools.measureWords(shaping.face, piece, segment, spacing)
    if (!words) return undefined
    for (let word = 0; word < words.count; word++) {
      endsAtSpaces &&= isUnbroken(word, piece, words, options)
    }
    // Between two items that no space parts, a line may end by what both are.
    const edge = start + piece.length
    const isEdge = edge === text.length || isSpace(text, edge - 1) || isSpace(text, edge)
    endsAtSpaces &&= isEdge
    let before = 0
    const passing = { word: 0 }
    for (; i < next; i++) {
      const place = placeOf(runs[i].end - start, piece, words, passing)
      if (place === undefined || place === before) return undefined
      painted += (place - before) * runs[i].own.scale
      before = place
    }
    along += before * shaping.scale
  }
  return { along, painted, endsAtSpaces }
}

const space = 0x20

const isSpace = (text: string, at: number) => text.charCodeAt(at) === space

/** A place in a text that is gone through once, from its start on. */
interface Passing {
  word: number
}

/**
 * How far along its words an offset of a text is, which lies behind those asked for before; undefined
 * where that takes its glyphs.
 */
function placeOf(
  offset: number,
  text: string,
  words: WordLine,
  passing: Passing,
): number | undefined {
  if (offset === text.length) return words.total
  const { count, starts, ends, from, to, deltas, table } = words
  while (passing.word < count && offset > ends[passing.word]) passing.word++
  const i = passing.word
  if (i === count || offset < starts[i]) return undefined
  if (offset === ends[i]) return to[i] + deltas[i]
  if (offset === starts[i]) return from[i]
  if (ends[i] - starts[i] > longestWord) return undefined
  const glyph = table?.glyphFrom(words.words[i], offset - starts[i]) ?? -1
  return table && glyph >= 0 ? from[i] + table.advanceTo(words.words[i], glyph) : undefined
}

/** Whether lines may end in a text nowhere but at its spaces. */
function isUnbrokenText(text: string, style: Style): boolean {
  const kinds = breakKinds(text, breakOptions(style))
  for (let at = 1; at < text.length; at++) {
    if (kinds[at] !== 0 && text.charCodeAt(at - 1) !== space) return false
  }
  return true
}
