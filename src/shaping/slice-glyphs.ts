import type { Context, ShapedGlyphs } from '../fonts/index.ts'
import type { ShapedAs, ShapedRun } from './glyph-run.ts'
import { reversed } from './logical-order.ts'
import type { Shape } from './shape-cache.ts'
import { longestPiece, shapedInPieces } from './shape-pieces.ts'
import { spaced } from './spacing.ts'
import { shapedUpright } from './upright.ts'

/** Index of the first glyph whose cluster is at `offset` or after it, by bisection. */
export function glyphIndexAt(shaped: ShapedGlyphs, offset: number): number {
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
  shaped: ShapedGlyphs,
  from: number,
  to: number,
  base: number,
): ShapedGlyphs {
  if (from === 0 && to === shaped.glyphs.length && base === 0) return shaped
  if (to - from === 1) return oneGlyph(shaped, from, base)
  return {
    glyphs: shaped.glyphs.subarray(from, to),
    advances: shaped.advances.subarray(from, to),
    offsetsX: shaped.offsetsX.subarray(from, to),
    offsetsY: shaped.offsetsY.subarray(from, to),
    clusters:
      base === 0 ? shaped.clusters.subarray(from, to) : shifted(shaped.clusters, from, to, base),
    unsafe: shaped.unsafe.subarray(from, to),
  }
}

let lastOne: ShapedGlyphs | undefined

/** Most single glyphs are the space that hangs at the end of a line: one object serves many lines. */
function oneGlyph(shaped: ShapedGlyphs, at: number, base: number): ShapedGlyphs {
  const cluster = shaped.clusters[at] - base
  if (
    lastOne?.glyphs[0] !== shaped.glyphs[at] ||
    lastOne.advances[0] !== shaped.advances[at] ||
    lastOne.clusters[0] !== cluster ||
    lastOne.offsetsX[0] !== shaped.offsetsX[at] ||
    lastOne.offsetsY[0] !== shaped.offsetsY[at] ||
    lastOne.unsafe[0] !== shaped.unsafe[at]
  ) {
    lastOne = {
      glyphs: shaped.glyphs.slice(at, at + 1),
      advances: shaped.advances.slice(at, at + 1),
      offsetsX: shaped.offsetsX.slice(at, at + 1),
      offsetsY: shaped.offsetsY.slice(at, at + 1),
      clusters: Uint32Array.of(cluster),
      unsafe: shaped.unsafe.slice(at, at + 1),
    }
  }
  return lastOne
}

function shifted(clusters: Uint32Array, from: number, to: number, base: number): Uint32Array {
  const moved = new Uint32Array(to - from)
  for (let i = from; i < to; i++) moved[i - from] = clusters[i] - base
  return moved
}

/**
 * The glyphs of a part of a run, as they are when the line ends at its edges: taken from the run
 * where HarfBuzz calls both edges safe to break at, shaped again where it does not. Offsets are of
 * the paragraph, and must be edges of graphemes; clusters of the result count from `start`.
 */
export function shapedSlice(
  run: ShapedRun,
  start: number,
  end: number,
  shapingText: string,
  shape: Shape,
): ShapedGlyphs {
  if (start === run.start && end === run.end) return run.shaped
  const from = glyphIndexAt(run.shaped, start - run.start)
  const to = glyphIndexAt(run.shaped, end - run.start)
  if (isSafe(run, from, start, shapingText) && isSafe(run, to, end, shapingText)) {
    const slice = sliceGlyphs(run.shaped, from, to, start - run.start)
    const delta = end < run.end ? (run.endDeltas?.[end - run.start] ?? 0) : 0
    return delta === 0 ? slice : { ...slice, advances: lengthened(slice.advances, delta) }
  }
  const text = shapingText.slice(start, end)
  if (run.upright) return shapedUpright(text, run, shape)
  return shapedLogically(text, run, shape)
}

/** Advances of which the last is longer. */
function lengthened(advances: ShapedGlyphs['advances'], delta: number): ShapedGlyphs['advances'] {
  const copy = advances.slice()
  copy[copy.length - 1] += delta
  return copy
}

/** Shapes a text, with space added as it asks, into glyphs in the order of the text; long ones in pieces. */
export function shapedLogically(
  text: string,
  { face, segment, spacing }: ShapedAs,
  shape: Shape,
  context?: Context,
): ShapedGlyphs {
  const shaped =
    text.length > longestPiece
      ? shapedInPieces(face, text, segment, context)
      : shape(face, text, segment, context)
  const isLeftward = segment.direction === 'rtl' && text.length <= longestPiece
  const logical = isLeftward ? reversed(shaped) : shaped
  return spaced(logical, text, spacing, face)
}

const space = 0x20

/** Whether a run may be cut at an offset without a change to its glyphs. */
export const isSafeEdge = (run: ShapedRun, offset: number, shapingText: string) =>
  isSafe(run, glyphIndexAt(run.shaped, offset - run.start), offset, shapingText)

/** Whether a cluster starts at the offset, and the text may be broken before it. */
function isSafe(run: ShapedRun, glyph: number, offset: number, text: string): boolean {
  if (offset === run.start || offset === run.end) return true
  const { clusters, unsafe } = run.shaped
  if (clusters[glyph] !== offset - run.start) return false
  if (unsafe[glyph] === 0) return true
  if (!run.isWordwise) return false
  return text.charCodeAt(offset) === space || text.charCodeAt(offset - 1) === space
}
