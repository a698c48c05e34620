import type { Context, Fonts, ShapedGlyphs } from '../fonts/index.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import { hasCentralBaseline } from '../sheet/index.ts'
import { bidiLevels, needsBidi } from '../unicode/index.ts'
import { closedUp } from './closed-up.ts'
import { awaitedFamily } from './find-face.ts'
import type { ShapedRun, ShapingItem } from './glyph-run.ts'
import { itemize } from './itemize.ts'
import { hasMissing, missingGlyph } from './missing-glyphs.ts'
import { objectGlyph, tabGlyph } from './object-glyph.ts'
import { withPlatformLetters } from './platform-letters.ts'
import type { ShapingTools } from './shaping-tools.ts'
import { shapedLogically } from './slice-glyphs.ts'
import { isCursive, spaced } from './spacing.ts'
import type { StyledParagraph } from './styled-text.ts'
import { orientations, shapedUpright } from './upright.ts'

export interface ShapedParagraph extends StyledParagraph {
  readonly glyphRuns: readonly ShapedRun[]
  /** The level of the paragraph: 1 where it runs from right to left. */
  readonly level: number
  /** The text as the shaper gets it: as long, with spaces for characters that layout deals with. */
  readonly shapingText: string
  readonly problems: readonly Problem[]
}

/** Characters that are layout's, not the shaper's: it gets a space in their place. */
const layoutCharacters = /[\t\u2028]/g

/** A paragraph divided into stretches that are shaped as one. */
interface ItemizedParagraph {
  readonly items: readonly ShapingItem[]
  /** See `ShapedParagraph`. */
  readonly level: number
  readonly shapingText: string
  readonly problems: Problem[]
}

/** Divides a paragraph. Neighbors that differ in paint only are one. */
export function itemized(paragraph: StyledParagraph, tools: ShapingTools): ItemizedParagraph {
  const problems: Problem[] = []
  const { text: given, runs, style } = paragraph
  const isPlain = given.indexOf('\t') < 0 && given.indexOf('\u2028') < 0
  const text = isPlain ? given : given.replace(layoutCharacters, ' ')
  const direction = paragraph.level === undefined ? style.direction : directionOf(paragraph.level)
  const bidi = needsBidi(text, direction)
    ? bidiLevels(text, direction, paragraph.isolates)
    : undefined
  const turns = hasCentralBaseline(style.writingMode) ? orientations(text, style, runs) : undefined
  const tabbed = isPlain ? undefined : given
  const divided = { text, levels: bidi?.levels, turns, closed: closedUp(text, runs), tabbed }
  const items = itemize(runs, divided, tools, problems)
  return { items, level: bidi?.paragraphLevel ?? 0, shapingText: text, problems }
}

/** Shapes a paragraph. */
export function shapeParagraph(paragraph: StyledParagraph, tools: ShapingTools): ShapedParagraph {
  const { items, level, shapingText, problems } = itemized(paragraph, tools)
  const isCentral = hasCentralBaseline(paragraph.style.writingMode)
  const glyphRuns: ShapedRun[] = []
  for (const item of items) {
    if (item.box) {
      glyphRuns.push(objectRun(item, item.box, isCentral))
      continue
    }
    if (item.isTab) {
      glyphRuns.push({ ...item, shaped: tabGlyph(item.face) })
      continue
    }
    const run = shapedItem(item, shapingText, tools)
    reportMissing(paragraph, item, run.shaped, tools.fonts, problems)
    glyphRuns.push(
      tools.platformAdvance ? withPlatformLetters(run, paragraph, tools.platformAdvance) : run,
    )
  }
  const { text, runs, isolates, offset, style, itemNumber, ellipsis } = paragraph
  // Written out: copies by spreading are slow where there are tens of thousands.
  return {
    text,
    runs,
    isolates,
    offset,
    style,
    itemNumber,
    ellipsis,
    glyphRuns,
    level,
    shapingText,
    problems,
  }
}

const directionOf = (level: number) => (level % 2 === 1 ? 'rtl' : 'ltr')

function objectRun(
  item: ShapingItem,
  { width, height }: NonNullable<ShapingItem['box']>,
  isCentral: boolean,
): ShapedRun {
  return { ...item, ...objectGlyph(isCentral ? height : width, item.face), upright: isCentral }
}

/** An object along the line, or letters: from words where that is the same, and otherwise as a whole. */
export function shapedItem(item: ShapingItem, whole: string, tools: ShapingTools): ShapedRun {
  const { face, segment, spacing, start, end } = item
  if (item.box) return objectRun(item, item.box, false)
  const text = whole.slice(start, end)
  if (item.upright) return { ...item, shaped: shapedUpright(text, item, tools.shape) }
  const context = contextIn(item, whole)
  const words = context ? undefined : tools.shapeWords(face, text, segment)
  if (!words) {
    return shapedRun(item, shapedLogically(text, item, tools.shape, context), false, undefined)
  }
  return shapedRun(item, spaced(words.shaped, text, spacing, face), true, words.endDeltas)
}

/** Whether a stretch is put together from words. */
export function isOfWords(item: ShapingItem, whole: string, tools: ShapingTools): boolean {
  if (item.upright || item.box || contextIn(item, whole)) return false
  return tools.hasWords(item.face, whole.slice(item.start, item.end), item.segment)
}

/** Letters that join with those beside the stretch are no words of it. */
function contextIn({ segment, start, end }: ShapingItem, whole: string): Context | undefined {
  return isCursive(segment.script) ? contextOf(whole, start, end) : undefined
}

/** Written out: copies by spreading are slow where there are tens of thousands, as in Japanese. */
function shapedRun(
  { start, end, face, size, segment, spacing, level, upright, isTab }: ShapingItem,
  shaped: ShapedGlyphs,
  isWordwise: boolean,
  endDeltas: Int32Array | undefined,
): ShapedRun {
  return {
    start,
    end,
    face,
    size,
    segment,
    spacing,
    level,
    upright,
    isTab,
    shaped,
    isWordwise,
    endDeltas,
  }
}

/** So many characters beside a stretch tell how its letters join with those of another face. */
const contextLength = 5

function contextOf(text: string, start: number, end: number): Context | undefined {
  const before = text.slice(Math.max(0, start - contextLength), start)
  const after = text.slice(end, end + contextLength)
  // Nothing joins over a space: most words are the same wherever they stand.
  const isOpen = (unit: string | undefined) => unit !== undefined && !/\s/.test(unit)
  if (!isOpen(before.at(-1)) && !isOpen(after[0])) return undefined
  return { before, after }
}

function reportMissing(
  { text, runs }: StyledParagraph,
  { start, face }: ShapingItem,
  { glyphs, clusters }: ShapedGlyphs,
  fonts: Fonts,
  problems: Problem[],
) {
  if (!hasMissing(glyphs)) return
  const seen = new Set<number>()
  for (let i = 0; i < glyphs.length; i++) {
    if (glyphs[i] !== missingGlyph) continue
    const at = start + clusters[i]
    const codePoint = text.codePointAt(at) ?? 0
    if (seen.has(codePoint)) continue
    seen.add(codePoint)
    const code = `U+${codePoint.toString(16).toUpperCase().padStart(4, '0')}`
    const character = String.fromCodePoint(codePoint)
    const range = { start: at, end: at + character.length }
    const style = runs.find(run => at < run.end)?.style
    const awaited = style && awaitedFamily(fonts, style, codePoint)
    if (awaited !== undefined) {
      const message = `a face of '${awaited}' is being fetched, and none that is here has a glyph for ${code} '${character}'`
      problems.push(warningProblem('pending-face', message, { range }))
      continue
    }
    const message = `the face ${face.postScriptName} has no glyph for ${code} '${character}'`
    problems.push(
      warningProblem('missing-glyph', message, { hint: 'a box is shown instead', range }),
    )
  }
}
