import { isUnbroken } from '../shaping/index.ts'
import { type DividedText, dividedByItems, dividedByScript, isBeyondPlain } from './divided-runs.ts'
import type { Frame } from './frame.ts'
import type { Layout, SourcePiece } from './layout.ts'
import { trimmed } from './line-reach.ts'
import type { NumberedLines } from './numbered-lines.ts'
import { measuredItem } from './plain-item.ts'
import { isJustified, isJustifiedBySpaces, justifiedWidths } from './plain-justify.ts'
import { layoutOfSizes } from './plain-layout.ts'
import { reachOfRuns } from './plain-lines.ts'
import { alongAt, wordAt } from './plain-places.ts'
import { cutRuns } from './plain-run-cut.ts'
import { runLines } from './plain-run-lines.ts'
import { scriptOfPlain } from './plain-script.ts'
import { type PlainRun, runsWithin } from './plain-shaping.ts'
import { breakOptions, keptLines, oneLine } from './plain-stops.ts'
import type { PlainStyle } from './plain-style.ts'
import { asksMore, cutBehind, fittingHeight, widest } from './plain-text.ts'
import { tolerance } from './stops.ts'

/**
 * A layout of a plain text in several styles, or of one that is plain but for its scripts, faces and
 * directions; undefined if it takes more than its words to make one. `own` is the style of its
 * paragraphs, and runs follow each other.
 */
export function plainRunsLayout(
  text: string,
  own: PlainStyle,
  styled: readonly PlainRun[],
  sourceMap: readonly SourcePiece[],
  frame: Frame,
  /** Whether none of it keeps a direction of its own. */
  isOfOneDirection: boolean,
): Layout | undefined {
  if (styled.length === 0 || asksMore(frame)) return undefined
  const { inlineStart, inlineEnd } = own.padding
  const room =
    frame.width === undefined ? undefined : Math.max(0, frame.width - inlineStart - inlineEnd)
  const most = frame.maxLines ?? own.style.maxLines ?? Infinity
  const given = { text, own, styled, room, most }
  const measured = plainlyMeasured(given) ?? (isOfOneDirection ? measuredByItems(given) : undefined)
  if (!measured || measured.lines.ends.length > most) return undefined
  const { runs, level, isOne, lines } = measured
  const { ends, widths, cut: cutAt } = lines
  const height = fittingHeight(heightOf(ends, text, own, runs), own, frame)
  if (height === undefined) return undefined
  let textWidth = widest(widths)
  if (room !== undefined && isJustified(own, frame)) {
    const isFree = ends.length === 1 && !own.style.justification.last
    // More than spaces may give way where it is no words.
    const isSimple = runs[0].item ? isFree : isJustifiedBySpaces(own)
    if (cutAt !== undefined || !isSimple) return undefined
    textWidth = widest(justifiedWidths(lines, text, room, own))
  }
  const width = (room ?? textWidth) + inlineStart + inlineEnd
  const cut = cutAt === undefined ? undefined : cutBehind(cutAt, text)
  // Written out: copies by spreading are slow where there are tens of thousands.
  return layoutOfSizes({
    text,
    own,
    runs,
    level,
    isOne,
    frame,
    sourceMap,
    width,
    height,
    textWidth,
    lineEnds: ends.length === 1 && !cut && widths[0] === textWidth ? undefined : keptLines(lines),
    fittedSize: undefined,
    cut,
    rest: cut && { offset: cut.start, line: ends.length },
    problems: none,
  })
}

/** A text in runs of which the words are known, and its lines. */
interface MeasuredRuns extends DividedText {
  readonly lines: NumberedLines
  /** Whether it is one paragraph. */
  readonly isOne: boolean
}

/** A text in runs as they are styled, and what lines it may have. */
interface StyledText {
  readonly text: string
  readonly own: PlainStyle
  readonly styled: readonly PlainRun[]
  readonly room: number | undefined
  readonly most: number
}

function plainlyMeasured({ text, own, styled, room, most }: StyledText): MeasuredRuns | undefined {
  if (!own.isOfWords || !styled.every(run => run.own.isOfWords)) return undefined
  // A text in one script has no newline: most texts are looked through once.
  const script = scriptOfPlain(text)
  const isOne = script !== 0 || !text.includes('\n')
  const runs = script === 0 && isOne ? dividedByScript(text, styled) : styled
  const lines = isOne
    ? paragraphLines(text, own, runs, room, most, script)
    : linesOfAll(text, own, runs, room)
  return lines && { runs, level: 0, isOne, lines }
}

function measuredByItems({ text, own, styled, room, most }: StyledText): MeasuredRuns | undefined {
  if (!isBeyondPlain(text, own, styled)) return undefined
  const divided = dividedByItems(text, own, styled)
  const lines = divided && paragraphLines(text, own, divided.runs, room, most, 0)
  return lines && { runs: divided.runs, level: divided.level, isOne: true, lines }
}

/** The lines of all paragraphs of a text: of those that do not go into their frame more is to be reported. */
function linesOfAll(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  room: number | undefined,
): NumberedLines | undefined {
  const [ends, widths]: [number[], number[]] = [[], []]
  let start = 0
  for (const piece of text.split('\n')) {
    const inside = runsWithin(runs, start, start + piece.length)
    const lines =
      piece === ''
        ? oneLine(0, 0)
        : paragraphLines(piece, own, inside, room, Infinity, scriptOfPlain(piece))
    if (!lines) return undefined
    for (const end of lines.ends) ends.push(start + end)
    for (const width of lines.widths) widths.push(width)
    start += piece.length + 1
  }
  return { ends, widths, broken: [] }
}

/** The lines of one paragraph, whose runs have the scripts they say, or one; of more than `most` the last is cut. */
function paragraphLines(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  room: number | undefined,
  most: number,
  sole: number,
): NumberedLines | undefined {
  const { script = sole, item } = runs[0]
  // Words may be divided by other rules, and chosen lines are not those of their numbers to the last digit.
  if (room !== undefined && !runs.every(run => run.own.isFirstFit)) return undefined
  // Only a line's end lets spaces before a soft hyphen hang.
  const endsVisibly = !isSpace(text, text.length - 1) && !text.endsWith('\u00ad')
  if ((script === 0 && !item) || !endsVisibly) return undefined
  const lengths = lengthsOf(text, own, runs, script, room !== undefined)
  return lengths && linesIn(room, lengths, text, own, runs, script, most)
}

/** On one line the text is as long as its painted runs, or its items where it has to fit. */
function linesIn(
  room: number | undefined,
  { along, painted, isWordwise, endsAtSpaces }: RunLengths,
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
  most: number,
): NumberedLines | undefined {
  if (room === undefined) return oneLine(text.length, painted)
  if (!isWordwise) return painted <= room + tolerance ? oneLine(text.length, painted) : undefined
  const isOnOne = endsAtSpaces && along <= room + tolerance
  if (isOnOne) return oneLine(text.length, along)
  // A text of at most one line is cut wherever its words end.
  if (most === 1 && along > room + tolerance && own.style.overflowWrap !== 'normal') {
    const cut = cutRuns({ text, own, runs, start: 0, room, script })
    return cut && { ends: [cut.end], widths: [cut.width], broken: [], cut: cut.end }
  }
  return runLines(text, own, runs, room, script, most)
}

const none: Layout['problems'] = []

/** The height of lines, each as high as its styles ask for. */
function heightOf(
  ends: readonly number[],
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
): number {
  let depth = own.padding.blockStart
  const last = ends.length - 1
  for (let i = 0, start = 0; i <= last; i++) {
    // The gap between two lines is the end of a paragraph.
    const isNew = i > 0 && text[start] === '\n'
    if (isNew) {
      start++
      depth += own.space
    }
    const reach = reachOfRuns(own, runs, start, ends[i])
    if (reach === own.reach) depth += own.heightOf(i === 0, i === last)
    else {
      const { above, below } = trimmed(reach, own.style, own.tools, i === 0, i === last)
      depth += above + below
    }
    start = ends[i]
  }
  return depth
}

/** The length of a text on one line: sums that may differ in their last digits. */
interface RunLengths {
  /** The length of its shaped items. */
  readonly along: number
  /** The length of its painted runs. */
  readonly painted: number
  /** Whether lines are what the numbers of their words are. */
  readonly isWordwise: boolean
  /** Whether lines may surely end nowhere but at its spaces. */
  readonly endsAtSpaces: boolean
}

/** Undefined where some run has no glyphs of its own. */
function lengthsOf(
  text: string,
  { style }: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
  mayWrap: boolean,
): RunLengths | undefined {
  let [along, painted, isWordwise, endsAtSpaces] = [0, 0, true, true]
  const options = breakOptions(style)
  for (let i = 0; i < runs.length; ) {
    const item = measuredItem(text, runs, i, script)
    if (!item) return undefined
    const { start, end, next, scale, piece, words } = item
    isWordwise &&= item.isWordwise
    for (let word = 0; mayWrap && isWordwise && word < words.count; word++) {
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
      painted += (place - before) * scale
      before = place
    }
    along += before * scale
  }
  return { along, painted, isWordwise, endsAtSpaces }
}

const isSpace = (text: string, at: number) => text.charCodeAt(at) === 0x20
