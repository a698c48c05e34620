import { type Problem, problemList, type TextRange, warningProblem } from '../../problem/index.ts'
import { faceOf, unitScale } from '../../shaping/index.ts'
import { isVertical, type Style, type WritingMode } from '../../sheet/index.ts'
import type { GlyphRun, Line } from '../layout.ts'
import { indexAt } from '../measure/index-at.ts'
import { tolerance } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'
import { type Limits, type MeasuredLine, outerWidth } from './limited-lines.ts'

/** Lines as they were made and placed, and what room they had. */
interface MadeLines {
  readonly texts: readonly Breakable[]
  readonly measured: readonly MeasuredLine[]
  readonly lines: readonly Line[]
  readonly limits: Limits
  /** The extent of the lines, without padding. */
  readonly needed: number
  readonly writingMode: WritingMode
}

/** The problems of a layout: earlier ones, then those of shaping, then those of its lines. */
export function layoutProblems(found: readonly Problem[], made: MadeLines): readonly Problem[] {
  const { texts, measured, lines, limits, needed, writingMode } = made
  const list = problemList()
  list.addAll(found)
  for (const { paragraph } of texts) {
    for (const problem of paragraph.problems) {
      if (problem.range) list.add(onLine(problem, paragraph.offset, lines))
      else list.addOnce(problem)
    }
  }
  list.addAll(missingInserted(texts, lines))
  list.addAll(tooLong(measured, limits, writingMode))
  list.addAll(tooDeep(needed, limits, writingMode))
  list.addAll(brokenWords(measured))
  list.addAll(unreachedStops(measured))
  list.addAll(struckLines(texts, lines))
  return list.all()
}

/**
 * Problems of text that styles insert and no face can show: an ellipsis, a leader or a marker.
 * Lines are examined only if a style has such text of its own.
 */
function missingInserted(texts: readonly Breakable[], lines: readonly Line[]): readonly Problem[] {
  const [{ paragraph: first }] = texts
  const { ellipsis } = first.style
  const mark = typeof ellipsis === 'string' ? ellipsis : (ellipsis.mark ?? '…')
  const hasOwn =
    mark !== '…' ||
    texts.some(({ marker, paragraph }) => marker || paragraph.style.tabs.some(tab => tab.leader))
  if (!hasOwn) return none
  const missing = new Set<string>()
  for (const { runs } of lines) {
    for (const { kind, glyphs, text, style } of runs) {
      if (kind === 'text' || kind === 'object' || !glyphs.glyphs.includes(0)) continue
      const leader = style.tabs.map(tab => tab.leader ?? '').join('')
      missing.add(`the ${kind} '${kind === 'leader' ? leader : text}'`)
    }
  }
  return Array.from(missing, what => {
    const hint = 'a box is shown instead'
    return warningProblem('missing-glyph', `no face has all characters of ${what}`, { hint })
  })
}

function brokenWords(lines: readonly MeasuredLine[]): readonly Problem[] {
  const broken = lines.flatMap(({ breaksWord, paragraph, end }, line) =>
    breaksWord ? [{ start: paragraph.offset, end: paragraph.offset + end, line }] : [],
  )
  const [first] = broken
  if (!first) return none
  // The whole text is longer than its words: that of the paragraph is enough.
  const { text, offset } = lines[first.line].paragraph
  return [brokenWord(text, broken, offset)]
}

/** A word that is broken at the end of a line. */
export interface BrokenWord {
  /** Offset of its paragraph in the whole text. */
  readonly start: number
  /** Offset of the end of the line. */
  readonly end: number
  readonly line: number
}

/**
 * Words that continue on the next line without a hyphen: reported once, with their number. `text`
 * begins at an offset of the whole.
 */
export function brokenWord(text: string, broken: readonly BrokenWord[], offset = 0): Problem {
  const [{ start: least, end, line }] = broken
  const before = Math.max(0, end - 1 - offset)
  const space = Math.max(text.lastIndexOf(' ', before), text.lastIndexOf('\u2028', before))
  const next = text.slice(end - offset).search(/[ \u2028\n]/)
  const range = {
    start: Math.max(least, space + 1 + offset),
    end: next < 0 ? offset + text.length : end + next,
  }
  const count = broken.length === 1 ? '' : `, and ${broken.length - 1} more`
  const message = `a word is broken inside at the end of line ${line + 1}${count}`
  const hint = 'use a wider frame, a smaller size, or hyphenation'
  return warningProblem('broken-word', message, { hint, range, line })
}

function unreachedStops(lines: readonly MeasuredLine[]): readonly Problem[] {
  return lines.flatMap((line, i) =>
    (line.unreachedTabs ?? []).map(start => {
      const message = `the text before a tab on line ${i + 1} is already past the tab's stop`
      const hint = 'move the stop, or use a shorter text'
      const range = { start, end: start + 1 }
      return warningProblem('unreached-tab', message, { hint, range, line: i })
    }),
  )
}

/** Underlines so far below their text that they go through the letters of the next line. */
function struckLines(texts: readonly Breakable[], lines: readonly Line[]): readonly Problem[] {
  const problems: Problem[] = []
  for (const { paragraph } of texts) {
    const far = paragraph.runs.filter(run => underlineReach(run.style) > 0)
    for (const { start, end, style } of far) {
      const range = { start: paragraph.offset + start, end: paragraph.offset + end }
      const problem = struckLine(range, underlineReach(style), lines)
      if (problem) problems.push(problem)
    }
  }
  return problems
}

/** The lowest point of an underline with a given gap, below the baseline. */
function underlineReach({ underline }: Style): number {
  if (typeof underline !== 'object' || underline.gap === undefined) return 0
  return underline.gap + (underline.width ?? 0)
}

function struckLine(range: TextRange, reach: number, lines: readonly Line[]): Problem | undefined {
  for (let i = indexAt(lines, range.start); i + 1 < lines.length; i++) {
    if (lines[i].start >= range.end) return undefined
    const { baseline, top } = lines[i]
    const next = lines[i + 1]
    const isBelow = next.top > top
    if (!isBelow || baseline + reach <= next.baseline - lowLetters(next.runs)) continue
    const message = `the underline of line ${i + 1} goes through line ${i + 2}`
    const hint = 'a smaller gap, or a larger leading'
    return warningProblem('underline-collision', message, { hint, range, line: i })
  }
  return undefined
}

/** The minimum height of a line's lowercase letters. */
function lowLetters(runs: readonly GlyphRun[]): number {
  let height = 0
  for (const run of runs) {
    if (run.box) continue
    const face = faceOf(run)
    height = Math.max(height, face.metrics.xHeight * unitScale(face, run.style.size) + run.rise)
  }
  return height
}

/** A problem of a stretch of a paragraph, with the line and the run that it is on. */
function onLine(problem: Problem, offset: number, lines: readonly Line[]): Problem {
  if (!problem.range) return problem
  const range = { start: problem.range.start + offset, end: problem.range.end + offset }
  const line = indexAt(lines, range.start)
  const run = lines[line]?.runs.findIndex(r => r.start <= range.start && range.start < r.end) ?? -1
  return run < 0 ? { ...problem, range } : { ...problem, range, line, run }
}

const none: readonly Problem[] = []
const larger = 'use a larger frame or a smaller size'

function tooDeep(needed: number, { depth }: Limits, mode: WritingMode): readonly Problem[] {
  if (needed <= depth + tolerance) return none
  const [what, hint] = isVertical(mode)
    ? ['wider', larger]
    : ['higher', 'use a taller frame or a smaller size']
  const message = `the text is ${what} than its frame: ${needed.toFixed(1)} of ${depth} units`
  return [warningProblem('overflow', message, { hint })]
}

function tooLong(
  lines: readonly MeasuredLine[],
  { length }: Limits,
  mode: WritingMode,
): readonly Problem[] {
  if (length === Infinity) return none
  const long = lines.findIndex(line => outerWidth(line) > length + tolerance)
  if (long < 0) return none
  const needed = outerWidth(lines[long]).toFixed(1)
  const [what, hint] = isVertical(mode)
    ? ['longer', larger]
    : ['wider', 'use a wider frame or a smaller size']
  const { paragraph, start, end } = lines[long]
  const range = { start: paragraph.offset + start, end: paragraph.offset + end }
  const message = `line ${long + 1} is ${what} than its frame: ${needed} of ${length} units`
  return [warningProblem('overflow', message, { hint, range, line: long })]
}
