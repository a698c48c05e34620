import type { Context, Face, Segment, ShapedText, Shelf } from '../fonts/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'
import { hasCentralBaseline, type Style } from '../sheet/index.ts'
import { bidiLevels, needsBidi, scripts, scriptTag } from '../unicode/index.ts'
import { boxGlyph, standingBox, tabGlyph } from './box-glyph.ts'
import { faceRuns } from './fallback.ts'
import type { GlyphRun, Item } from './glyph-run.ts'
import type { Shape } from './shape-cache.ts'
import type { ShapeWords } from './shape-words.ts'
import type { ShapingStyle } from './shaping-style.ts'
import { shapedLogically } from './slice-glyphs.ts'
import { isJoined, spaced, spacingIn } from './spacing.ts'
import type { StyledParagraph, StyledRun } from './styled-text.ts'
import { hasVerticalForm, orientation, orientations, shapedUpright } from './upright.ts'

export interface ShapedParagraph extends StyledParagraph {
  readonly glyphRuns: readonly GlyphRun[]
  /** The level of the paragraph: 1 where it runs from right to left. */
  readonly level: number
  /** The text as the shaper gets it: as long, with spaces for characters that layout deals with. */
  readonly shapingText: string
  readonly problems: readonly Problem[]
}

/** What shaping needs beside the text. */
export interface ShapingTools {
  readonly shelf: Shelf
  readonly shape: Shape
  readonly shapeWords: ShapeWords
  /** What shaping takes of a style. */
  readonly shapingStyle: (style: Style) => ShapingStyle
}

/** Characters that are layout's, not the shaper's: it gets a space in their place. */
const layoutCharacters = /[\t\u2028]/g

/** Shapes a paragraph. Neighbours that differ in paint only are shaped as one run. */
export function shapeParagraph(paragraph: StyledParagraph, tools: ShapingTools): ShapedParagraph {
  const problems: Problem[] = []
  const { text: given } = paragraph
  const isPlain = given.indexOf('\t') < 0 && given.indexOf('\u2028') < 0
  const text = isPlain ? given : given.replace(layoutCharacters, ' ')
  const glyphRuns: GlyphRun[] = []
  const { direction } = paragraph.style
  const bidi = needsBidi(text, direction)
    ? bidiLevels(text, direction, paragraph.isolates)
    : undefined
  const isCentral = hasCentralBaseline(paragraph.style.writingMode)
  const turns = isCentral ? orientations(text, paragraph.style, paragraph.runs) : undefined
  const tabs = isPlain ? undefined : given
  for (const item of itemize(paragraph.runs, text, bidi?.levels, turns, tabs, tools, problems)) {
    if (item.box) {
      const { face, box } = item
      const length = isCentral ? box.height : box.width
      glyphRuns.push({ ...item, ...boxGlyph(length, face), upright: isCentral })
      continue
    }
    if (item.isTab) {
      glyphRuns.push({ ...item, shaped: tabGlyph(item.face) })
      continue
    }
    const run = shapedItem(item, text, tools)
    reportMissing(text, item.start, run.shaped, item.face, problems)
    glyphRuns.push(run)
  }
  const { text: own, runs, isolates, offset, style, itemNumber } = paragraph
  const level = bidi?.paragraph ?? 0
  // Written out: copies by spreading are slow where there are tens of thousands.
  return {
    text: own,
    runs,
    isolates,
    offset,
    style,
    itemNumber,
    glyphRuns,
    level,
    shapingText: text,
    problems,
  }
}

/** From words where that is the same, and otherwise as a whole. */
function shapedItem(item: Item, whole: string, tools: ShapingTools): GlyphRun {
  const { face, segment, spacing, start, end } = item
  const text = whole.slice(start, end)
  if (item.upright) return { ...item, shaped: shapedUpright(text, item, tools.shape) }
  const words = tools.shapeWords(face, text, segment)
  if (!words) {
    const context = isJoined(segment.script) ? contextOf(whole, start, end) : undefined
    return { ...item, shaped: shapedLogically(text, item, tools.shape, context) }
  }
  const shaped = spaced(words.shaped, text, spacing, face)
  const { endDeltas } = words
  const { size, level } = item
  return {
    start,
    end,
    face,
    size,
    segment,
    spacing,
    level,
    upright: false,
    isTab: false,
    shaped,
    isWordwise: true,
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

/** Stretches that are shaped as one: of one face, size, spacing, level, script, language, features. */
function itemize(
  runs: readonly StyledRun[],
  text: string,
  levels: Uint8Array | undefined,
  turns: Uint8Array | undefined,
  /** The text with its tabs, where it has some. */
  tabbed: string | undefined,
  tools: ShapingTools,
  problems: Problem[],
): Item[] {
  let told: Set<Style> | undefined
  const shapingStyle = (style: Style) => {
    const found = tools.shapingStyle(style)
    if (!found.problem || told?.has(style)) return found
    told ??= new Set()
    told.add(style)
    problems.push(found.problem)
    return found
  }
  const scriptRuns = scripts(text)
  const items: Item[] = []
  let next = 0
  for (const run of runs) {
    const { faces, elsewhere, spacing, language, features } = shapingStyle(run.style)
    const { size } = run.style
    for (const { start: faceStart, end: faceEnd, face } of faceRuns(
      text,
      run.start,
      run.end,
      faces,
      elsewhere,
    )) {
      for (let start = faceStart; start < faceEnd; ) {
        while (scriptRuns[next].end <= start) next++
        const { script, end: scriptEnd } = scriptRuns[next]
        const turn = turns ? turns[start] : orientation.turned
        const isUpright = turn !== orientation.turned
        // Letters below each other are taken as running all one way (CSS Writing Modes 4, 5.1).
        const level = levels ? (isUpright ? levels[start] & ~1 : levels[start]) : 0
        let end = levelEnd(levels, start, Math.min(faceEnd, scriptEnd))
        if (turns) end = turn === orientation.byFace ? start + 1 : levelEnd(turns, start, end)
        const isTab = tabbed?.charCodeAt(start) === tab
        if (isTab) end = start + 1
        else if (tabbed) end = tabBefore(tabbed, start, end)
        const segment = segmentOf(script, language, features, level)
        const upright =
          turn === orientation.byFace
            ? hasVerticalForm(face, text.slice(start, end), segment, tools.shape)
            : isUpright
        const item = {
          start,
          end,
          face,
          size,
          segment,
          spacing: spacingIn(segment.script, spacing),
          level,
          upright,
          isTab,
        }
        const last = items.at(-1)
        if (run.box) items.push({ ...item, box: standingBox(run.box, face, size) })
        else if (last && isOne(last, item)) items[items.length - 1] = { ...last, end }
        else items.push(item)
        start = end
      }
    }
  }
  return items
}

/** Where the level that holds at `start` ends, at `limit` at the latest. */
function levelEnd(levels: Uint8Array | undefined, start: number, limit: number): number {
  if (!levels) return limit
  let end = start + 1
  while (end < limit && levels[end] === levels[start]) end++
  return end
}

/** The end of a stretch, or the tab that comes before it. */
function tabBefore(text: string, start: number, end: number): number {
  const found = text.indexOf('\t', start)
  return found >= 0 && found < end ? found : end
}

const tab = 0x09

function isOne(a: Item, b: Item): boolean {
  if (a.upright !== b.upright || a.isTab || b.isTab) return false
  if (a.box || a.face !== b.face || a.size !== b.size || a.segment !== b.segment) return false
  if (a.level !== b.level) return false
  return a.spacing.tracking === b.spacing.tracking && a.spacing.word === b.spacing.word
}

const segments = new Map<string, Segment>()
/** Most stretches are of the same kind as the one before. */
let lastSegment: Segment | undefined
let lastScript = ''
/** Texts have few kinds of segments; a program that makes up features starts anew. */
const mostSegments = 1000

function segmentOf(
  script: string,
  language: string,
  features: readonly string[],
  level: number,
): Segment {
  const direction = level % 2 === 1 ? 'rtl' : 'ltr'
  if (
    lastSegment &&
    lastScript === script &&
    lastSegment.language === language &&
    lastSegment.direction === direction &&
    lastSegment.features === features
  ) {
    return lastSegment
  }
  const key = `${script} ${language} ${direction} ${features.join()}`
  let segment = segments.get(key)
  if (!segment) {
    if (segments.size >= mostSegments) segments.clear()
    segment = { script: scriptTag(script), language, direction, features }
    segments.set(key, segment)
  }
  lastSegment = segment
  lastScript = script
  return segment
}

const missingGlyph = 0

/** Written out: the method of typed arrays is slow for short ones. */
function hasMissing(glyphs: Uint32Array): boolean {
  for (let i = 0; i < glyphs.length; i++) if (glyphs[i] === missingGlyph) return true
  return false
}

function reportMissing(
  text: string,
  start: number,
  shaped: ShapedText,
  face: Face,
  problems: Problem[],
) {
  if (!hasMissing(shaped.glyphs)) return
  const seen = new Set<number>()
  for (let i = 0; i < shaped.glyphs.length; i++) {
    if (shaped.glyphs[i] !== missingGlyph) continue
    const codePoint = text.codePointAt(start + shaped.clusters[i]) ?? 0
    if (seen.has(codePoint)) continue
    seen.add(codePoint)
    const code = `U+${codePoint.toString(16).toUpperCase().padStart(4, '0')}`
    const message = `the face ${face.postScriptName} has no glyph for ${code} '${String.fromCodePoint(codePoint)}'`
    problems.push(errorProblem('missing-glyph', message, { hint: 'a box is drawn in its place' }))
  }
}
