import type { ShapedGlyphs } from '../fonts/index.ts'
import { type Shape, type ShapedParagraph, spaced, unitScale } from '../shaping/index.ts'
import { advanceOf } from './line-runs.ts'

/** Advances of the two parts of a word, in font units: of the first with its hyphen. */
type PartAdvances = readonly [before: number, behind: number]

export function partAdvances(
  shape: (text: string) => ShapedGlyphs,
  before: string,
  behind: string,
  hyphen: string,
): PartAdvances {
  const rest = behind === '' ? 0 : advanceOf(shape(behind))
  if (hyphen === '') return [advanceOf(shape(before)), rest]
  const shaped = shape(before + hyphen)
  // A face that joins a letter with the hyphen has it set apart.
  const isApart = shaped.clusters.includes(before.length)
  return [isApart ? advanceOf(shaped) : advanceOf(shape(before)) + advanceOf(shape(hyphen)), rest]
}

/** Exact places of a line's end and of the next line's start inside a word, along its paragraph, in units. */
interface WordDivision {
  readonly end: number
  readonly next: number
}

const space = 0x20

/** Longer ones are no words: pieces of text without spaces, whose every place would shape all of it. */
export const longestWord = 64

/**
 * Where the line ends and the next one starts if a word is divided at an offset: kerning and
 * ligatures over that place are gone. Undefined for words whose parts are not shaped by themselves.
 *
 * Worked input: in `waffle` the letters `ffl` are one glyph. Divided as `waf-fle`, the line ends
 * behind `waf-` as that is shaped, and the next starts the width of `fle` before the word's end.
 */
export function wordDivision(
  { text }: ShapedParagraph,
  offset: number,
  run: ShapedParagraph['glyphRuns'][number],
  widths: Float64Array,
  hyphen: string,
  shape: Shape,
): WordDivision | undefined {
  const { face, segment, size, spacing, start, end, endDeltas } = run
  if (run.upright || !run.isWordwise || run.box) return undefined
  // Not by `indexOf`: a text may go on for a million letters without a space.
  let wordStart = offset
  let wordEnd = offset
  while (wordStart > start && text.charCodeAt(wordStart - 1) !== space) {
    if (offset - --wordStart > longestWord) return undefined
  }
  while (wordEnd < end && text.charCodeAt(wordEnd) !== space) {
    if (++wordEnd - wordStart > longestWord) return undefined
  }
  const [before, behind] = [text.slice(wordStart, offset), text.slice(offset, wordEnd)]
  const [first, rest] = partAdvances(
    part => spaced(shape(face, part, segment), part, spacing, face),
    before,
    behind,
    hyphen,
  )
  const scale = unitScale(face, size)
  // Before a space the word is as much wider or narrower.
  const atEnd = endDeltas?.[wordEnd - start] ?? 0
  return {
    end: widths[wordStart] + first * scale - spacing.tracking * size,
    next: widths[wordEnd] - (rest - atEnd) * scale,
  }
}
