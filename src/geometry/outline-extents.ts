import { type Matrix, mapped } from './matrix.ts'
import { type Extents, type Outline, segmentPoints } from './outline.ts'

/** The box that holds an outline after a map, curves to their very edges; an empty one has none. */
export function outlineExtents({ segments, points }: Outline, matrix: Matrix): Extents | undefined {
  if (points.length === 0) return undefined
  const box = { left: Infinity, bottom: Infinity, right: -Infinity, top: -Infinity }
  const add = (x: number, y: number) => {
    box.left = Math.min(box.left, x)
    box.right = Math.max(box.right, x)
    box.bottom = Math.min(box.bottom, y)
    box.top = Math.max(box.top, y)
  }
  let at = 0
  let before: readonly [number, number] = [0, 0]
  for (const segment of segments) {
    const count = segmentPoints[segment]
    const own = Array.from({ length: count }, (_, i) =>
      mapped(matrix, points[at + i * 2], points[at + i * 2 + 1]),
    )
    at += count * 2
    const end = own.at(-1)
    if (!end) continue
    add(end[0], end[1])
    if (count > 1) {
      const curve = [before, ...own]
      const xs = curve.map(p => p[0])
      const ys = curve.map(p => p[1])
      for (const t of [...turnsOf(xs), ...turnsOf(ys)]) add(curveAt(xs, t), curveAt(ys, t))
    }
    before = end
  }
  return box
}

/** Parameters at which a Bézier curve of two or three degrees turns back in one coordinate. */
function turnsOf(p: readonly number[]): number[] {
  const [a, b, c, d] = p
  const found = p.length === 3 ? [(a - b) / (a - 2 * b + c)] : cubicTurns(a, b, c, d)
  return found.filter(t => t > 0 && t < 1)
}

/** The roots of a cubic's derivative. */
function cubicTurns(a: number, b: number, c: number, d: number): number[] {
  const square = d - 3 * c + 3 * b - a
  const half = c - 2 * b + a
  const constant = b - a
  if (Math.abs(square) < 1e-9) return [-constant / (2 * half)]
  const root = Math.sqrt(half * half - square * constant)
  return [(-half + root) / square, (-half - root) / square]
}

/** De Casteljau's construction. */
function curveAt(p: readonly number[], t: number): number {
  let level = p
  while (level.length > 1) {
    level = level.slice(1).map((value, i) => level[i] + (value - level[i]) * t)
  }
  return level[0]
}
