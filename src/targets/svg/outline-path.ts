import type { Outline } from '../../fonts/index.ts'

const pointsOf: Record<string, number> = { M: 1, L: 1, Q: 2, C: 3, Z: 0 }

/** An outline as SVG path data, in font units with y upward. */
export function outlinePath({ segments, points }: Outline): string {
  let path = ''
  let at = 0
  for (const segment of segments) {
    const end = at + pointsOf[segment] * 2
    path += segment + points.subarray(at, end).join(' ')
    at = end
  }
  return path
}
