import { type Face, unitScale } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'
import { graphemes } from '../unicode/index.ts'
import type { ShapedRun } from './glyph-run.ts'
import { hasMissing, missingGlyph } from './missing-glyphs.ts'
import type { StyledParagraph } from './styled-text.ts'

/**
 * The width that letters which no face has take where the program that shows a text paints them in a face
 * of its own, in units; with the style they are in, and the face that lacks them.
 */
export type PlatformAdvance = (letters: string, style: Style, face: Face) => number

/** Gives what no face has the widths that the platform's letters have: a grapheme each, which nothing divides. */
export function withPlatformLetters(
  run: ShapedRun,
  { text, runs }: StyledParagraph,
  advanceOf: PlatformAdvance,
): ShapedRun {
  if (!hasMissing(run.shaped.glyphs)) return run
  const { glyphs, clusters: starts } = run.shaped
  const advances = Float64Array.from(run.shaped.advances)
  const clusters = starts.slice()
  const unsafe = run.shaped.unsafe.slice()
  const scale = unitScale(run.face, run.size)
  const own = text.slice(run.start, run.end)
  let from = 0
  let first = 0
  for (const to of graphemes(own)) {
    let behind = first
    let isLacking = false
    for (; behind < glyphs.length && starts[behind] < to; behind++) {
      if (glyphs[behind] === missingGlyph) isLacking = true
    }
    const style = isLacking ? runs.find(one => run.start + from < one.end)?.style : undefined
    // A browser takes all of a grapheme from one face.
    for (let i = first; style && i < behind; i++) {
      advances[i] = i === first ? advanceOf(own.slice(from, to), style, run.face) / scale : 0
      clusters[i] = from
      unsafe[i] = 0
    }
    from = to
    first = behind
  }
  const shaped = { ...run.shaped, advances, clusters, unsafe }
  return { ...run, shaped, isOfPlatform: true }
}
