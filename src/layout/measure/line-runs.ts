import type { Face, ShapedGlyphs } from '../../fonts/index.ts'
import {
  glyphIndexAt,
  hasMissing,
  reversed,
  type Shape,
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  shapedSlice,
  sliceGlyphs,
  unitScale,
} from '../../shaping/index.ts'
import { hasCentralBaseline, type Style } from '../../sheet/index.ts'
import { visualOrder } from '../../unicode/index.ts'
import type { GlyphRun } from '../layout.ts'
import { indexAt } from './index-at.ts'

/** The total of a text's advances, in font units. */
export function advanceOf({ advances }: ShapedGlyphs): number {
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
): GlyphRun[] {
  const runs: GlyphRun[] = []
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

const noGlyphs: ShapedGlyphs = {
  glyphs: new Uint32Array(),
  advances: new Int32Array(),
  offsetsX: new Int32Array(),
  offsetsY: new Int32Array(),
  clusters: new Uint32Array(),
  unsafe: new Uint8Array(),
}

/** Divides glyphs where the paint changes; a cluster takes the style of its first character. */
function addPaintedRuns(
  painted: GlyphRun[],
  paragraph: ShapedParagraph,
  { face, size, level, box: object, upright, spacing, isOfPlatform }: ShapedRun,
  shaped: ShapedGlyphs,
  from: number,
  to: number,
): void {
  const scale = unitScale(face, size)
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
    const { style, styleNames, link, action } = styled
    const run = {
      kind: object ? ('object' as const) : (styled.kind ?? ('text' as const)),
      start: paragraph.offset + start,
      end: paragraph.offset + end,
      text: paragraph.text.slice(start, end),
      x: 0,
      width,
      rise: style.baselineShift * style.size - (isSideways ? middleOf(face, style) : 0),
      level,
      face: face.id,
      style,
      styleNames,
      glyphs: object ? noGlyphs : level % 2 === 1 && !upright ? reversed(glyphs) : glyphs,
    }
    const isJoined = style.tracking !== 0 && spacing.tracking === 0
    // The part of the spacing that isn't the style's: punctuation that is closed up.
    const extra = object || isJoined ? 0 : (spacing.tracking - style.tracking) * style.size
    const isLacking = isOfPlatform === true && hasMissing(glyphs.glyphs)
    const isBare = !object && !upright && !isJoined && extra === 0 && !isLacking
    const isPlain = isBare && link === undefined && action === undefined
    painted.push(
      isPlain
        ? run
        : {
            ...run,
            ...(object && { box: object }),
            ...(upright && { upright }),
            ...(isJoined && { isJoined }),
            ...(isLacking && { isOfPlatform: true as const }),
            ...(extra !== 0 && { letterGap: extra }),
            ...(link !== undefined && { link }),
            ...(action !== undefined && { action }),
          },
    )
    glyph = next
  }
}

/**
 * The middle of a face's letters above the baseline, on which letters that lie on their side are
 * centered.
 */
function middleOf(face: Face, { size }: Style): number {
  const { ascent, descent } = face.metrics
  return ((ascent + descent) / 2) * unitScale(face, size)
}

/** Tracking stands between letters, not behind the last of a line. */
export function trackingBehind({ glyphRuns }: ShapedParagraph, end: number): number {
  if (glyphRuns.length === 0) return 0
  const { spacing, size, box: object } = glyphRuns[indexAt(glyphRuns, Math.max(0, end - 1))]
  return object ? 0 : spacing.tracking * size
}

/** The length of a run on its line, with the space of its background. */
export const lengthOf = ({ width, room }: GlyphRun) =>
  room ? room.left + width + room.right : width

/** The total length of runs. */
export function widthOf(runs: readonly GlyphRun[]): number {
  return runs.reduce((width, run) => width + lengthOf(run), 0)
}

/**
 * Places runs beside each other from left to right (UAX #9, L2), the content from x = 0 on. What
 * hangs at the end of the line has the paragraph's level (L1), and so stands outside of it.
 */
export function arranged(
  content: readonly GlyphRun[],
  hanging: readonly GlyphRun[],
  level: number,
): GlyphRun[] {
  const runs = [...content, ...hanging.map(run => (run.level === level ? run : { ...run, level }))]
  const leftward = level % 2 === 1 ? widthOf(hanging) : 0
  let x = 0 - leftward
  if (runs.every(run => run.level === 0)) {
    return runs.map(run => {
      const placed = movedTo(run, x + (run.room?.left ?? 0))
      x += lengthOf(run)
      return placed
    })
  }
  const places = new Float64Array(runs.length)
  for (const i of visualOrder(runs.map(run => run.level))) {
    places[i] = x + (runs[i].room?.left ?? 0)
    x += lengthOf(runs[i])
  }
  return runs.map((run, i) => movedTo(run, places[i]))
}

/** A run at another place. Written out: copies by spreading are slow where there are tens of thousands. */
export function movedTo(run: GlyphRun, x: number): GlyphRun {
  if (run.x === x) return run
  const { kind, start, end, text, width, rise, level, face, style, styleNames, glyphs } = run
  const moved = { kind, start, end, text, x, width, rise, level, face, style, styleNames, glyphs }
  const isMarked =
    run.box ||
    run.upright ||
    run.isJoined ||
    run.isOfPlatform ||
    run.wordGap !== undefined ||
    run.letterGap !== undefined ||
    run.room ||
    run.openEnds
  if (!isMarked && run.link === undefined && run.action === undefined) return moved
  return { ...run, x }
}
