import type { Isolate } from '../../shaping/index.ts'
import { roomOf } from '../break/line-rooms.ts'
import { bareLines, type FramedParagraph, runLines } from '../break/measured-lines.ts'
import type { NumberedLines } from '../break/numbered-lines.ts'
import { isJustified, isJustifiedBySpaces, justifiedWidth } from '../break/plain-justify.ts'
import type { Frame } from '../frame.ts'
import type { Layout, SourcePiece } from '../layout.ts'
import {
  dividedAtTabs,
  dividedByItems,
  dividedByScript,
  isBeyondPlain,
} from '../measure/divided-runs.ts'
import { trimmed } from '../measure/line-reach.ts'
import { scriptOfPlain } from '../measure/plain-script.ts'
import { type PlainRun, runsWithin } from '../measure/plain-shaping.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import { tolerance } from '../measure/stop-rows.ts'
import { type BrokenWord, brokenWord } from './layout-problems.ts'
import { layoutOfSizes } from './plain-layout.ts'
import { outerLength, reachOfRuns } from './plain-lines.ts'

/** A text whose words may tell all there is to it. */
export interface WordText {
  readonly text: string
  /** The style of its paragraphs. */
  readonly own: PlainStyle
  /** Its runs, which follow each other; undefined if all of it is in that style. */
  readonly runs: readonly PlainRun[] | undefined
  /** The source map, if the text differs from the markup. */
  readonly sourceMap: readonly SourcePiece[] | undefined
  /** What keeps a direction of its own, as values do. */
  readonly isolates: () => readonly Isolate[]
}

/**
 * A layout of a text from the widths of its words, the same as that of any other; undefined if it takes
 * more than those to make one. Lines hold what it takes to make them: they can be read until the
 * fonts are closed.
 */
export function measuredLayout(
  given: WordText,
  frame: Frame,
  fittedSize?: number,
): Layout | undefined {
  if (frame.continuation) return undefined
  const { text, own, runs } = given
  if (text.includes('\t')) return fittedSize ? undefined : tabbedLayout(given, frame)
  const script = scriptOfPlain(text)
  // A text in one script has no newline: most texts are looked through once.
  const isOne = script !== 0 || !text.includes('\n')
  if (own.isOfWords && (!runs || runs.every(run => run.own.isOfWords))) {
    const inRuns = script === 0 && isOne && text !== '' ? inScripts(given) : given
    const layout = inRuns && laidOut(inRuns, { script, isOne, level: 0, frame, fittedSize })
    if (layout) return layout
  }
  if (text === '' || frame.continues) return undefined
  const all = runs ?? wholeRun(given)
  const divided = isBeyondPlain(text, own, all)
    ? dividedByItems(text, own, all, given.isolates())
    : undefined
  if (!divided) return undefined
  const { level } = divided
  const inItems = { ...given, runs: divided.runs }
  return laidOut(inItems, { script: 0, isOne: true, level, frame, fittedSize })
}

/** A layout of a text with tabs to stops that text starts at; undefined if it has others, or leaders. */
function tabbedLayout(given: WordText, frame: Frame): Layout | undefined {
  const { text, own, runs = wholeRun(given) } = given
  const isOfWords = own.isOfWords && runs.every(run => run.own.isOfWords)
  const isSimple = own.style.tabs.every(
    ({ align = 'start', leader }) => align === 'start' && !leader,
  )
  const script = scriptOfPlain(text.replaceAll('\t', ' '))
  if (script === 0 || !isOfWords || !isSimple || frame.continues) return undefined
  const inParts = { ...given, runs: dividedAtTabs(text, runs) }
  return laidOut(inParts, { script, isOne: true, level: 0, frame, fittedSize: undefined })
}

const wholeRun = ({ text, own }: WordText): readonly PlainRun[] => [
  { start: 0, end: text.length, own },
]

/** A text in runs of one script each; undefined where it is beyond plain. */
function inScripts(given: WordText): WordText | undefined {
  const { text, runs = wholeRun(given) } = given
  const divided = dividedByScript(text, runs)
  return divided === runs ? undefined : { ...given, runs: divided }
}

const none: readonly never[] = []
export const noIsolates = () => none

interface LayoutSetting {
  /** The bit of its script, if it is in one. */
  readonly script: number
  /** Whether it is one paragraph. */
  readonly isOne: boolean
  /** The level of its paragraphs: 1 if they run from right to left. */
  readonly level: number
  readonly frame: Frame
  readonly fittedSize: number | undefined
}

function laidOut(given: WordText, setting: LayoutSetting): Layout | undefined {
  const { text, own, runs, sourceMap } = given
  const { isOne, level, frame, fittedSize } = setting
  const { style, padding, firstIndent, indent } = own
  const { endIndent } = style
  const continues = frame.continues === true
  // Numbers of paragraphs differ in width.
  if (!isOne && style.marker !== 'none' && style.marker.text.includes('{number}')) return undefined
  const isWidened = frame.width !== undefined && isJustified(own, frame)
  if (isWidened && text.includes('\t')) return undefined
  if (continues && (!isOne || isWidened || style.breaking !== 'fast')) return undefined
  const aside = padding.inlineStart + padding.inlineEnd
  const length = frame.width === undefined ? Infinity : Math.max(0, frame.width - aside)
  const isUniform = !runs || runs.every(run => run.own.reach === own.reach && !run.box)
  const maxLines = frame.maxLines ?? style.maxLines ?? Infinity
  // Several paragraphs that overflow their frame need more detailed reports.
  const shown = isOne && isUniform ? Math.min(maxLines, linesIn(own, frame)) : maxLines
  const framed: FramedParagraph = {
    text,
    own,
    script: setting.script,
    rooms: {
      first: Math.max(0, length - firstIndent - endIndent),
      other: Math.max(0, length - indent - endIndent),
    },
    most: continues || !isOne ? Infinity : shown,
    isJustified: isWidened,
  }
  const lines = isOne ? linesOfOne(framed, runs) : linesOfAll(framed, runs)
  if (!lines) return undefined
  const { ends, widths } = lines
  let { cut: cutAt } = lines
  // A text that continues elsewhere is broken as a whole, and none of its lines is truncated.
  if (continues && ends.length > shown) {
    cutAt = ends[shown - 1]
    ends.length = shown
    widths.length = shown
  }
  const count = ends.length
  if (count > maxLines) return undefined
  const height = heightOf(given, lines, isUniform)
  if (isTooHigh(height, own, frame)) return undefined
  // More than spaces gives way between ideographs.
  const isFree = count === 1 && !style.justification.last
  const areSpaces = isJustifiedBySpaces(own) && !(runs?.[0].item && ideographic.test(text))
  if (isWidened && (cutAt !== undefined || !(areSpaces || (runs?.[0].item && isFree)))) {
    return undefined
  }
  const textWidth = isWidened ? widestJustified(framed, lines) : widest(widths)
  // Indents may leave no room at all, which is reported.
  if (isIndented(own) && outerLength(text, lines, own) > length + tolerance) return undefined
  const cut = cutAt === undefined ? undefined : cutBehind(cutAt, text)
  const isWhole = count === 1 && !cut && widths[0] === textWidth
  // Written out: copies by spreading are slow where there are tens of thousands.
  return layoutOfSizes({
    text,
    own,
    runs,
    level,
    isOne,
    frame,
    sourceMap,
    width: (length === Infinity ? outerLength(text, lines, own) : length) + aside,
    height,
    textWidth,
    lineEnds: isWhole
      ? undefined
      : {
          // Trimmed to their used length: grown arrays are larger.
          ends: ends.slice(),
          widths: widths.slice(),
          hyphenated: lines.hyphenated,
          isCut: cut !== undefined && !continues,
        },
    fittedSize,
    cut,
    rest: cut && { offset: cut.start, line: count },
    problems: lines.broken.length === 0 ? none : brokenProblems(text, lines),
  })
}

const ideographic = /[\u2e80-\ufffb]/

function widest(widths: readonly number[]): number {
  let most = 0
  for (const width of widths) if (width > most) most = width
  return most
}

/** The width of the widest line, where those with spaces are as wide as their rooms. */
function widestJustified(
  { text, own, rooms }: FramedParagraph,
  { ends, widths }: NumberedLines,
): number {
  const justified = widths.map((width, i) => {
    const start = i === 0 ? 0 : ends[i - 1]
    const isFirst = i === 0 || text.charCodeAt(start) === newline
    return justifiedWidth(text, start, ends[i], width, roomOf(rooms, isFirst ? 0 : 1), own)
  })
  return widest(justified)
}

const isIndented = ({ firstIndent, indent, style: { endIndent } }: PlainStyle) =>
  firstIndent !== 0 || indent !== 0 || endIndent !== 0

const newline = 0x0a

const cutBehind = (start: number, text: string) => ({
  start,
  end: text.length,
  text: text.slice(start),
})

function brokenProblems(text: string, { ends, broken }: NumberedLines): Layout['problems'] {
  const words: BrokenWord[] = []
  let [start, line] = [0, 0]
  for (const index of broken) {
    // It may be of what goes on elsewhere.
    if (index >= ends.length) break
    for (; line < index; line++) if (text.charCodeAt(ends[line]) === newline) start = ends[line] + 1
    words.push({ start, end: ends[index], line: index })
  }
  return words.length === 0 ? none : [brokenWord(text, words)]
}

function linesOfOne(framed: FramedParagraph, runs: readonly PlainRun[] | undefined) {
  return runs ? runLines(framed, runs) : bareLines(framed)
}

/** The lines of all paragraphs of a text, by offsets in it. */
function linesOfAll(
  framed: FramedParagraph,
  runs: readonly PlainRun[] | undefined,
): NumberedLines | undefined {
  const { text: whole } = framed
  const [ends, widths]: [number[], number[]] = [[], []]
  const [broken, hyphenated]: [number[], number[]] = [[], []]
  for (let start = 0; start <= whole.length; ) {
    const next = whole.indexOf('\n', start)
    const end = next < 0 ? whole.length : next
    const text = whole.slice(start, end)
    const one = { ...framed, text, script: scriptOfPlain(text) }
    const found = runs ? runLines(one, runsWithin(runs, start, end)) : bareLines(one, whole, end)
    if (!found) return undefined
    for (const line of found.broken) broken.push(ends.length + line)
    for (const line of found.hyphenated) hyphenated.push(ends.length + line)
    for (const own of found.ends) ends.push(start + own)
    for (const width of found.widths) widths.push(width)
    start = end + 1
  }
  return { ends, widths, broken, hyphenated }
}

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

/** The height of lines, each as high as its styles ask for. */
export function heightOf(
  { text, own, runs }: Pick<WordText, 'text' | 'own' | 'runs'>,
  { ends }: Pick<NumberedLines, 'ends'>,
  isUniform: boolean,
): number {
  const { blockStart, blockEnd } = own.padding
  let depth = blockStart
  const last = ends.length - 1
  for (let i = 0, start = 0; i <= last; i++) {
    // The gap between two lines is the end of a paragraph.
    if (i > 0 && text.charCodeAt(start) === newline) {
      start++
      depth += own.space
    }
    const reach = isUniform ? own.reach : reachOfRuns(own, runs ?? [], start, ends[i])
    if (reach === own.reach) depth += own.heightOf(i === 0, i === last)
    else {
      const { above, below } = trimmed(reach, own.style, own.tools, i === 0, i === last)
      depth += above + below
    }
    start = ends[i]
  }
  return depth + blockEnd
}

/** Whether lines are higher than their frame. */
function isTooHigh(
  height: number,
  { padding: { blockStart, blockEnd } }: PlainStyle,
  { height: room = Infinity }: Frame,
): boolean {
  return height - blockStart - blockEnd > Math.max(0, room - blockStart - blockEnd)
}
