import type { Face, Segment, ShapedText, Shelf } from '../fonts/index.ts'
import type { InlineBox } from '../markup/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import { type ScriptRun, scripts, scriptTag } from '../unicode/index.ts'
import { findFace } from './find-face.ts'
import type { Shape } from './shape-cache.ts'
import { type Spacing, spaced } from './spacing.ts'
import type { StyledParagraph, StyledRun } from './styled-text.ts'

/** Glyphs of a stretch of one face, size and script; offsets are of its paragraph. */
export interface GlyphRun {
  readonly start: number
  readonly end: number
  readonly face: Face
  readonly size: number
  readonly segment: Segment
  readonly spacing: Spacing
  /** The run is one box, and its only glyph stands for it. */
  readonly box?: InlineBox
  /** Clusters count from `start`. */
  readonly shaped: ShapedText
}

export interface ShapedParagraph extends StyledParagraph {
  readonly glyphRuns: readonly GlyphRun[]
  /** The text as the shaper gets it: as long, with spaces for characters that layout deals with. */
  readonly shapingText: string
  readonly problems: readonly Problem[]
}

/** What shaping needs beside the text. */
export interface ShapingTools {
  readonly shelf: Shelf
  readonly shape: Shape
}

/** Characters that are layout's, not the shaper's: it gets a space in their place. */
const layoutCharacters = /[\t\u2028]/g

const rightToLeft = new Set(['Arabic', 'Hebrew', 'Syriac', 'Thaana', 'Nko', 'Adlam'])

/** Shapes a paragraph. Neighbours that differ in paint only are shaped as one run. */
export function shapeParagraph(paragraph: StyledParagraph, tools: ShapingTools): ShapedParagraph {
  const problems: Problem[] = []
  const text = paragraph.text.replace(layoutCharacters, ' ')
  const glyphRuns: GlyphRun[] = []
  const scriptRuns = scripts(text)
  for (const script of scriptRuns) {
    if (!rightToLeft.has(script.script)) continue
    const message = `${script.script} runs from right to left, which is not laid out yet`
    problems.push(errorProblem('right-to-left', message))
  }
  for (const item of itemize(paragraph.runs, scriptRuns, tools.shelf, problems)) {
    const { start, end, face, size, segment, spacing, box } = item
    if (box) {
      glyphRuns.push(boxRun(item, box))
      continue
    }
    const piece = text.slice(start, end)
    const shaped = tools.shape(face, piece, segment)
    reportMissing(text, start, shaped, face, problems)
    const run = { start, end, face, size, segment, spacing }
    glyphRuns.push({ ...run, shaped: spaced(shaped, piece, spacing, face) })
  }
  return { ...paragraph, glyphRuns, shapingText: text, problems }
}

/** Parts of a unit that the width of a box is rounded to. */
const boxUnits = 4096

/** A box as the rest of layout sees it: one cluster whose advance is its width. */
function boxRun({ start, end, face, segment, spacing }: Item, box: InlineBox): GlyphRun {
  const one = () => Int32Array.of(0)
  const shaped = {
    glyphs: Uint32Array.of(0),
    advances: Int32Array.of(Math.round(box.width * boxUnits)),
    offsetsX: one(),
    offsetsY: one(),
    clusters: Uint32Array.of(0),
    unsafe: Uint8Array.of(0),
  }
  return {
    start,
    end,
    face,
    size: face.metrics.unitsPerEm / boxUnits,
    segment,
    spacing,
    box,
    shaped,
  }
}

interface Item {
  readonly start: number
  end: number
  readonly face: Face
  readonly size: number
  readonly segment: Segment
  readonly spacing: Spacing
  readonly box?: InlineBox
}

/** What shaping takes of a style. */
interface ShapingStyle {
  readonly face: Face
  readonly spacing: Spacing
  readonly language: string
  readonly features: readonly string[]
}

/** Stretches that are shaped as one: of one face, size, spacing, script, language and features. */
function itemize(
  runs: readonly StyledRun[],
  scriptRuns: readonly ScriptRun[],
  shelf: Shelf,
  problems: Problem[],
): Item[] {
  const known = new Map<Style, ShapingStyle>()
  const shapingStyle = (style: Style) => {
    let found = known.get(style)
    if (!found) {
      const { face, problem } = findFace(shelf, style)
      if (problem) problems.push(problem)
      const spacing = { tracking: style.tracking, word: style.wordSpacing }
      found = { face, spacing, language: style.language, features: featuresOf(style) }
      known.set(style, found)
    }
    return found
  }
  const items: Item[] = []
  let next = 0
  for (const run of runs) {
    const { face, spacing, language, features } = shapingStyle(run.style)
    const { size } = run.style
    for (let start = run.start; start < run.end; ) {
      while (scriptRuns[next].end <= start) next++
      const { script, end: scriptEnd } = scriptRuns[next]
      const end = Math.min(run.end, scriptEnd)
      const segment = segmentOf(script, language, features)
      const last = items.at(-1)
      if (run.box) items.push({ start, end, face, size, segment, spacing, box: run.box })
      else if (last && !last.box && isOne(last, face, size, segment, spacing)) last.end = end
      else items.push({ start, end, face, size, segment, spacing })
      start = end
    }
  }
  return items
}

function isOne(item: Item, face: Face, size: number, segment: Segment, spacing: Spacing): boolean {
  if (item.face !== face || item.size !== size || item.segment !== segment) return false
  return item.spacing.tracking === spacing.tracking && item.spacing.word === spacing.word
}

/** The features of a style, with those that its other properties ask for. */
function featuresOf({ features, tracking, letterCase }: Style): readonly string[] {
  const asked = new Map<string, string>()
  // Letters set apart must not be joined in twos and threes (CSS Fonts 4, section 7.2).
  if (tracking !== 0) asked.set('liga', 'liga=0').set('clig', 'clig=0')
  if (letterCase === 'small-caps') asked.set('smcp', 'smcp=1')
  for (const feature of features) asked.set(feature.slice(0, 4), feature)
  return asked.size === 0 ? noFeatures : [...asked.values()]
}

const noFeatures: readonly string[] = []
const segments = new Map<string, Segment>()
/** Texts have few kinds of segments; a program that makes up features starts anew. */
const mostSegments = 1000

function segmentOf(script: string, language: string, features: readonly string[]): Segment {
  const key = `${script} ${language} ${features.join()}`
  let segment = segments.get(key)
  if (!segment) {
    if (segments.size >= mostSegments) segments.clear()
    segment = { script: scriptTag(script), language, direction: 'ltr', features }
    segments.set(key, segment)
  }
  return segment
}

const missingGlyph = 0

function reportMissing(
  text: string,
  start: number,
  shaped: ShapedText,
  face: Face,
  problems: Problem[],
) {
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
