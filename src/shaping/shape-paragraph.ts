import type { Face, Segment, ShapedText, Shelf } from '../fonts/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import { type ScriptRun, scripts, scriptTag } from '../unicode/index.ts'
import { findFace } from './find-face.ts'
import type { Shape } from './shape-cache.ts'
import type { StyledParagraph, StyledRun } from './styled-text.ts'

/** Glyphs of a stretch of one face, size and script; offsets are of its paragraph. */
export interface GlyphRun {
  readonly start: number
  readonly end: number
  readonly face: Face
  readonly size: number
  readonly segment: Segment
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
    const { start, end, face, size, script } = item
    const segment = segmentOf(script)
    const shaped = tools.shape(face, text.slice(start, end), segment)
    reportMissing(text, start, shaped, face, problems)
    glyphRuns.push({ start, end, face, size, segment, shaped })
  }
  return { ...paragraph, glyphRuns, shapingText: text, problems }
}

interface Item {
  readonly start: number
  end: number
  readonly face: Face
  readonly size: number
  readonly script: string
}

/** Stretches of one face, size and script. */
function itemize(
  runs: readonly StyledRun[],
  scriptRuns: readonly ScriptRun[],
  shelf: Shelf,
  problems: Problem[],
): Item[] {
  const faces = new Map<Style, Face>()
  const faceOf = (style: Style) => {
    const known = faces.get(style)
    if (known) return known
    const { face, problem } = findFace(shelf, style)
    if (problem) problems.push(problem)
    faces.set(style, face)
    return face
  }
  const items: Item[] = []
  let next = 0
  for (const run of runs) {
    const face = faceOf(run.style)
    const { size } = run.style
    for (let start = run.start; start < run.end; ) {
      while (scriptRuns[next].end <= start) next++
      const { script, end: scriptEnd } = scriptRuns[next]
      const end = Math.min(run.end, scriptEnd)
      const last = items.at(-1)
      if (last && last.face === face && last.size === size && last.script === script) last.end = end
      else items.push({ start, end, face, size, script })
      start = end
    }
  }
  return items
}

const segments = new Map<string, Segment>()

function segmentOf(script: string): Segment {
  let segment = segments.get(script)
  if (!segment) {
    segment = { script: scriptTag(script), language: 'en', direction: 'ltr', features: [] }
    segments.set(script, segment)
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
