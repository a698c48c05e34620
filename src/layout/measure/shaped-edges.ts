import type { ShapedGlyphs } from '../../fonts/index.ts'
import { isSafeEdge, type Shape, type ShapedRun, spaced, unitScale } from '../../shaping/index.ts'
import { advanceOf } from './line-runs.ts'

/** A text as it is shaped. */
export interface ShapedEdges {
  readonly shapingText: string
  /** The position of each offset of its shaped runs, in units. */
  readonly widths: Float64Array
  readonly shape: Shape
}

/** Where a line ends whose content ends at an offset in a run, in units; undefined where it takes too much to tell. */
export function endAt(
  edges: ShapedEdges,
  run: ShapedRun,
  offset: number,
  hyphen: string,
): number | undefined {
  const { shapingText, widths } = edges
  const { face, size, spacing, start, endDeltas, box } = run
  if (box) return widths[offset]
  const scale = unitScale(face, size)
  const tracking = spacing.tracking * size
  if (hyphen === '' && isSafeEdge(run, offset, shapingText)) {
    return widths[offset] + (endDeltas?.[offset - start] ?? 0) * scale - tracking
  }
  const part = partBefore(edges, run, offset, hyphen)
  return part && widths[part.edge] + part.advance * scale - tracking
}

/** Where a line begins that starts at an offset in a run; undefined as above. */
export function nextAt(edges: ShapedEdges, run: ShapedRun, offset: number): number | undefined {
  const { shapingText, widths } = edges
  const { face, size, start, endDeltas } = run
  if (isSafeEdge(run, offset, shapingText)) return widths[offset]
  const part = partBehind(edges, run, offset)
  if (!part) return undefined
  // Before a space the word is as much wider or narrower.
  const delta = endDeltas?.[part.edge - start] ?? 0
  return widths[part.edge] - (part.advance - delta) * unitScale(face, size)
}

/** What is shaped alone to know where a line ends inside it, or begins: from a place, or up to one. */
interface EdgePart {
  readonly edge: number
  /** In font units. */
  readonly advance: number
}

/** Longer ones are no words: pieces of text without spaces, whose every place would shape all of it. */
export const longestWord = 64

/**
 * The letters before the end of a line, from the start of their word or the last place that is safe to
 * break at (HarfBuzz): kerning and ligatures over the line's end are gone. Undefined if they are too
 * many, or stand upright.
 *
 * Worked input: in `waffle` the letters `ffl` are one glyph. Divided as `waf-fle`, the line ends
 * behind `waf-` as that is shaped, and the next starts the width of `fle` before the word's end.
 */
function partBefore(
  { shapingText, shape }: ShapedEdges,
  run: ShapedRun,
  offset: number,
  hyphen: string,
): EdgePart | undefined {
  if (run.upright) return undefined
  let edge = offset - 1
  while (!isEdge(run, edge, shapingText)) if (offset - --edge > longestWord) return undefined
  const advance = endingAdvance(alone(run, shape), shapingText.slice(edge, offset), hyphen)
  return { edge, advance }
}

/** The letters behind the start of a line, up to the end of their word or the next safe place. */
function partBehind(
  { shapingText, shape }: ShapedEdges,
  run: ShapedRun,
  offset: number,
): EdgePart | undefined {
  if (run.upright) return undefined
  let edge = offset + 1
  while (!isEdge(run, edge, shapingText)) if (++edge - offset > longestWord) return undefined
  return { edge, advance: advanceOf(alone(run, shape)(shapingText.slice(offset, edge))) }
}

/** Words put together are shaped whole; otherwise as little as makes no difference to the rest. */
function isEdge(run: ShapedRun, offset: number, text: string): boolean {
  if (!run.isWordwise) return isSafeEdge(run, offset, text)
  if (offset === run.start || offset === run.end) return true
  return text.charCodeAt(offset) === space || text.charCodeAt(offset - 1) === space
}

const space = 0x20

/** Shapes a text as a run is shaped, but for what stands beside it. */
const alone =
  ({ face, segment, spacing }: ShapedRun, shape: Shape) =>
  (text: string) =>
    spaced(shape(face, text, segment), text, spacing, face)

/** The advance of letters that a line ends with, in font units, with its hyphen. */
export function endingAdvance(
  shape: (text: string) => ShapedGlyphs,
  letters: string,
  hyphen: string,
): number {
  if (hyphen === '') return advanceOf(shape(letters))
  const shaped = shape(letters + hyphen)
  // A face that joins a letter with the hyphen has it set apart.
  const isApart = shaped.clusters.includes(letters.length)
  return isApart ? advanceOf(shaped) : advanceOf(shape(letters)) + advanceOf(shape(hyphen))
}
