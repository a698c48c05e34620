import type { Face, ShapedText } from '../fonts/index.ts'
import {
  type GlyphRun,
  glyphIndexAt,
  reversed,
  type Shape,
  type ShapedParagraph,
  type StyledRun,
  shapedSlice,
  sliceGlyphs,
} from '../shaping/index.ts'
import { hasCentralBaseline, type SolidInk, type Style, solidOf } from '../sheet/index.ts'
import { visualOrder } from '../unicode/index.ts'
import { indexAt } from './index-at.ts'
import type { LineRun } from './layout.ts'

/** The total of a text's advances, in font units. */
export function advanceOf({ advances }: ShapedText): number {
  let units = 0
  for (let i = 0; i < advances.length; i++) units += advances[i]
  return units
}

/** The glyphs of a stretch of a paragraph as they stand on a line of their own, not yet placed. */
export function lineRuns(
  paragraph: ShapedParagraph,
  start: number,
  end: number,
  shape: Shape,
): LineRun[] {
  const runs: LineRun[] = []
  const { glyphRuns } = paragraph
  for (let i = indexAt(glyphRuns, start); i < glyphRuns.length && glyphRuns[i].start < end; i++) {
    const from = Math.max(start, glyphRuns[i].start)
    const to = Math.min(end, glyphRuns[i].end)
    if (from >= to) continue
    const shaped = shapedSlice(glyphRuns[i], from, to, paragraph.shapingText, shape)
    addPaintedRuns(runs, paragraph, glyphRuns[i], shaped, from, to)
  }
  return runs
}

const noGlyphs: ShapedText = {
  glyphs: new Uint32Array(),
  advances: new Int32Array(),
  offsetsX: new Int32Array(),
  offsetsY: new Int32Array(),
  clusters: new Uint32Array(),
  unsafe: new Uint8Array(),
}

/** Divides glyphs where the paint changes; a cluster takes the style of its first character. */
function addPaintedRuns(
  painted: LineRun[],
  paragraph: ShapedParagraph,
  { face, size, level, box, upright }: GlyphRun,
  shaped: ShapedText,
  from: number,
  to: number,
): void {
  const scale = size / face.metrics.unitsPerEm
  let glyph = 0
  const { runs } = paragraph
  const isSideways = !upright && hasCentralBaseline(paragraph.style.writingMode)
  for (let i = indexAt(runs, from); i < runs.length && runs[i].start < to; i++) {
    const styled: StyledRun = runs[i]
    const start = Math.max(from, styled.start)
    const end = Math.min(to, styled.end)
    const next = end === to ? shaped.glyphs.length : glyphIndexAt(shaped, end - from)
    if (next === glyph) continue
    const glyphs = sliceGlyphs(shaped, glyph, next, start - from)
    const width = advanceOf(glyphs) * scale
    const { style, names, link, action } = styled
    const run = {
      start: paragraph.offset + start,
      end: paragraph.offset + end,
      text: paragraph.text.slice(start, end),
      x: 0,
      width,
      rise: style.shift * style.size - (isSideways ? middleOf(face, style) : 0),
      level,
      face,
      style,
      names,
      ink: paintOf(style),
      glyphs: box ? noGlyphs : level % 2 === 1 && !upright ? reversed(glyphs) : glyphs,
    }
    const isPlain = !box && !upright && link === undefined && action === undefined
    painted.push(
      isPlain
        ? run
        : {
            ...run,
            ...(box && { box }),
            ...(upright && { upright }),
            ...(link !== undefined && { link }),
            ...(action !== undefined && { action }),
          },
    )
    glyph = next
  }
}

/** How far above the baseline the middle of a face's letters is: what lies on its side stands on that. */
export function middleOf({ metrics }: Face, { size }: Style): number {
  return (((metrics.ascent + metrics.descent) / 2) * size) / metrics.unitsPerEm
}

/** Tracking stands between letters, not behind the last of a line. */
export function trackingBehind({ glyphRuns }: ShapedParagraph, end: number): number {
  if (glyphRuns.length === 0) return 0
  const { spacing, size, box } = glyphRuns[indexAt(glyphRuns, Math.max(0, end - 1))]
  return box ? 0 : spacing.tracking * size
}

/** The total width of runs. */
export function widthOf(runs: readonly LineRun[]): number {
  return runs.reduce((width, run) => width + run.width, 0)
}

/**
 * Places runs beside each other from left to right (UAX #9, L2), the content from x = 0 on. What
 * hangs at the end of the line has the paragraph's level (L1), and so stands outside of it.
 */
export function arranged(
  content: readonly LineRun[],
  hanging: readonly LineRun[],
  level: number,
): LineRun[] {
  const runs = [...content, ...hanging.map(run => (run.level === level ? run : { ...run, level }))]
  const leftward = level % 2 === 1 ? widthOf(hanging) : 0
  let x = 0 - leftward
  if (runs.every(run => run.level === 0)) {
    return runs.map(run => {
      const placed = movedTo(run, x)
      x += run.width
      return placed
    })
  }
  const places = new Float64Array(runs.length)
  for (const i of visualOrder(runs.map(run => run.level))) {
    places[i] = x
    x += runs[i].width
  }
  return runs.map((run, i) => movedTo(run, places[i]))
}

/** A run at another place. Written out: copies by spreading are slow where there are tens of thousands. */
export function movedTo(run: LineRun, x: number): LineRun {
  if (run.x === x) return run
  const { start, end, text, width, rise, level, face, style, names, ink, glyphs } = run
  const moved = { start, end, text, x, width, rise, level, face, style, names, ink, glyphs }
  const isMarked = run.box || run.upright || run.isHyphenated || run.wordGap !== undefined
  if (!isMarked && run.link === undefined && run.action === undefined) return moved
  return { ...run, x }
}

/** A style's ink, as far as its opacity lets it through. */
export function paintOf({ ink, opacity }: Style): SolidInk {
  const solid = solidOf(ink)
  return opacity === 1 ? solid : { ...solid, opacity: solid.opacity * opacity }
}
