import type { ShapedGlyphs } from '../../fonts/index.ts'
import {
  isSafeEdge,
  type Shape,
  type ShapedParagraph,
  type ShapedRun,
  spaced,
} from '../../shaping/index.ts'
import { advanceOf } from '../line-runs.ts'

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
export function partBefore(
  { shapingText }: ShapedParagraph,
  run: ShapedRun,
  offset: number,
  hyphen: string,
  shape: Shape,
): EdgePart | undefined {
  if (run.upright) return undefined
  let edge = offset - 1
  while (!isEdge(run, edge, shapingText)) if (offset - --edge > longestWord) return undefined
  const advance = endingAdvance(alone(run, shape), shapingText.slice(edge, offset), hyphen)
  return { edge, advance }
}

/** The letters behind the start of a line, up to the end of their word or the next safe place. */
export function partBehind(
  { shapingText }: ShapedParagraph,
  run: ShapedRun,
  offset: number,
  shape: Shape,
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
