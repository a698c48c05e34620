import { type Outline, segmentPoints } from '../../geometry/index.ts'

/** Outlines of color glyphs are turned and scaled: places beyond a thousandth of a font unit tell nothing. */
const places = 1000

/** An outline as SVG path data, in font units with y upward. */
export function outlinePath({ segments, points }: Outline): string {
  let path = ''
  let at = 0
  for (const segment of segments) {
    path += segment
    const end = at + segmentPoints[segment] * 2
    for (let separator = ''; at < end; at++, separator = ' ') {
      path += separator + Math.round(points[at] * places) / places
    }
  }
  return path
}
