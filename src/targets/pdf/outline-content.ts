import { numberText } from '../../drawing/index.ts'
import { type Outline, segmentPoints } from '../../geometry/index.ts'

/** The operators that make an outline the current path, in its own coordinates. */
export function outlineContent({ segments, points }: Outline): string {
  let content = ''
  let at = 0
  let [x, y] = [0, 0]
  const text = (n: number) => numberText(n, 3)
  for (const segment of segments) {
    const end = at + segmentPoints[segment] * 2
    const p = points.subarray(at, end)
    if (segment === 'M') content += `${text(p[0])} ${text(p[1])} m\n`
    else if (segment === 'L') content += `${text(p[0])} ${text(p[1])} l\n`
    else if (segment === 'Q') {
      // PDF has no quadratic curves: the same curve as a cubic has its handles two thirds out.
      const third = (from: number, handle: number) => text(from + ((handle - from) * 2) / 3)
      content +=
        `${third(x, p[0])} ${third(y, p[1])} ${third(p[2], p[0])} ${third(p[3], p[1])} ` +
        `${text(p[2])} ${text(p[3])} c\n`
    } else if (segment === 'C') content += `${[...p].map(text).join(' ')} c\n`
    else content += 'h\n'
    if (end > at) [x, y] = [points[end - 2], points[end - 1]]
    at = end
  }
  return content
}
