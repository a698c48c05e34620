import { float64Row } from '../../blocks/index.ts'
import { type ShapedParagraph, type ShapedRun, unitScale } from '../../shaping/index.ts'
import { type BackedStretch, roomAlong } from './backing-room.ts'

/**
 * The position of each offset along the paragraph set on one line: in units, one entry for each
 * UTF-16 unit and one for the end. Offsets inside a cluster have the position of its end. The space
 * of a background belongs to the letter at its end.
 */
export function paragraphWidths(
  paragraph: ShapedParagraph,
  stretches: readonly BackedStretch[] = [],
): Float64Array {
  const widths = float64Row(paragraph.text.length + 1)
  let x = 0
  for (const run of paragraph.glyphRuns) x = addWidths(run, x, widths)
  let added = 0
  stretches.forEach((stretch, i) => {
    const { before, behind } = roomAlong(stretch, paragraph.level)
    added += before
    for (let at = stretch.start + 1; at <= stretch.end; at++) widths[at] += added
    added += behind
    widths[stretch.end] += behind
    const next = stretches[i + 1]?.start ?? widths.length - 1
    for (let at = stretch.end + 1; at <= next; at++) widths[at] += added
  })
  return widths
}

/** Writes the positions of a run's offsets, of which the first is at `x`; returns where it ends. */
export function addWidths(
  { start, end, face, size, shaped }: ShapedRun,
  x: number,
  widths: Float64Array,
): number {
  const scale = unitScale(face, size)
  const { clusters, advances } = shaped
  let units = 0
  let glyph = 0
  for (let offset = start; offset < end; offset++) {
    widths[offset] = x + units * scale
    const cluster = offset - start
    // The advances of a cluster count from the offset behind its first character.
    while (glyph < clusters.length && clusters[glyph] <= cluster) units += advances[glyph++]
  }
  widths[end] = x + units * scale
  return widths[end]
}
