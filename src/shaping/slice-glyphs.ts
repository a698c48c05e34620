import type { Face, Segment, ShapedText } from '../fonts/index.ts'
import type { GlyphRun } from './glyph-run.ts'
import { reversed } from './logical-order.ts'
import type { Shape } from './shape-cache.ts'
import { type Spacing, spaced } from './spacing.ts'

/** Index of the first glyph whose cluster is at `offset` or after it, by bisection. */
export function glyphIndexAt(shaped: ShapedText, offset: number): number {
  let low = 0
  let high = shaped.clusters.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (shaped.clusters[middle] < offset) low = middle + 1
    else high = middle
  }
  return low
}

/** Glyphs `from` to `to`, with clusters that count from `base`. */
export function sliceGlyphs(
  shaped: ShapedText,
  from: number,
  to: number,
  base: number,
): ShapedText {
  return {
    glyphs: shaped.glyphs.subarray(from, to),
    advances: shaped.advances.subarray(from, to),
    offsetsX: shaped.offsetsX.subarray(from, to),
    offsetsY: shaped.offsetsY.subarray(from, to),
    clusters: shaped.clusters.subarray(from, to).map(cluster => cluster - base),
    unsafe: shaped.unsafe.subarray(from, to),
  }
}

/**
 * The glyphs of a part of a run, as they are when the line ends at its edges: taken from the run
 * where HarfBuzz calls both edges safe to break at, shaped again where it does not. Offsets are of
 * the paragraph, and must be edges of graphemes; clusters of the result count from `start`.
 */
export function shapedSlice(
  run: GlyphRun,
  start: number,
  end: number,
  shapingText: string,
  shape: Shape,
): ShapedText {
  if (start === run.start && end === run.end) return run.shaped
  const from = glyphIndexAt(run.shaped, start - run.start)
  const to = glyphIndexAt(run.shaped, end - run.start)
  if (isEdge(run, from, start) && isEdge(run, to, end)) {
    return sliceGlyphs(run.shaped, from, to, start - run.start)
  }
  const text = shapingText.slice(start, end)
  return shapedLogically(text, run, shape)
}

/** Shapes a text, with space added as it asks, into glyphs in the order of the text. */
export function shapedLogically(
  text: string,
  {
    face,
    segment,
    spacing,
  }: { readonly face: Face; readonly segment: Segment; readonly spacing: Spacing },
  shape: Shape,
): ShapedText {
  const shaped = shape(face, text, segment)
  const logical = segment.direction === 'rtl' ? reversed(shaped) : shaped
  return spaced(logical, text, spacing, face)
}

/** Whether a cluster starts at the offset, and the text may be broken before it. */
function isEdge(run: GlyphRun, glyph: number, offset: number): boolean {
  if (offset === run.start || offset === run.end) return true
  const { clusters, unsafe } = run.shaped
  return clusters[glyph] === offset - run.start && unsafe[glyph] === 0
}
