import type { ShapedGlyphs } from '../../fonts/index.ts'
import { faceOf, isCursive, sliceGlyphs, unitScale } from '../../shaping/index.ts'
import { scriptOf, scriptTag } from '../../unicode/index.ts'
import type { GlyphRun, Line } from '../layout.ts'

/** The smallest unit of a line: the glyphs of a cluster, or of a run whose letters join. */
export interface Letter {
  readonly run: GlyphRun
  /** Its characters, of which the glyphs' clusters count. */
  readonly text: string
  /** Where they start in the layout's text. */
  readonly start: number
  readonly glyphs: ShapedGlyphs
  readonly width: number
  /** Its distance from the letter on its left, or from the start of the line. */
  readonly gap: number
}

/** The letters of a line from left to right, without what hangs at its end. */
export function lettersOf(line: Line): readonly Letter[] {
  const letters: Letter[] = []
  let end = line.x
  for (const run of line.runs.toSorted((a, b) => a.x - b.x)) {
    const hangs = run.x < line.x - edge || run.x > line.x + line.width - edge
    if (run.box || hangs) continue
    for (const letter of lettersOfRun(run, run.x - end)) letters.push(letter)
    end = run.x + run.width
  }
  return letters
}

/** Tolerance for sums of widths, in units. */
const edge = 1e-6

function lettersOfRun(run: GlyphRun, firstGap: number): Letter[] {
  const { glyphs, style, text } = run
  const scale = unitScale(faceOf(run), style.size)
  const isJoined = isCursive(scriptTag(scriptOf(text.codePointAt(0) ?? 0)))
  const count = glyphs.glyphs.length
  const starts = [...new Set(glyphs.clusters), text.length].toSorted((a, b) => a - b)
  const ends = new Map(starts.map((start, i) => [start, starts[i + 1] ?? text.length]))
  const letters: Letter[] = []
  for (let from = 0; from < count; ) {
    let to = from
    let units = 0
    do {
      units += glyphs.advances[to++]
    } while (to < count && (isJoined || glyphs.clusters[to] === glyphs.clusters[from]))
    const first = isJoined ? 0 : glyphs.clusters[from]
    letters.push({
      run,
      text: isJoined ? text : text.slice(first, ends.get(first)),
      start: run.start + first,
      glyphs: sliceGlyphs(glyphs, from, to, first),
      width: units * scale,
      gap: from === 0 ? firstGap : 0,
    })
    from = to
  }
  return letters
}

/** Letters in the order that they are read in. */
export const inReadingOrder = (letters: readonly Letter[]) =>
  letters.toSorted((a, b) => a.start - b.start)
