import { checkLimit } from '../problem/index.ts'
import { type Outline, segmentPoints } from './outline.ts'

/** Several outlines as one. */
export function concatenatedOutlines(outlines: readonly Outline[]): Outline {
  const segments = outlines.map(outline => outline.segments).join('')
  const points = new Float32Array(outlines.reduce((sum, outline) => sum + outline.points.length, 0))
  let at = 0
  for (const outline of outlines) {
    points.set(outline.points, at)
    at += outline.points.length
  }
  return { segments, points }
}

/** The way to divide a curve into straight lines. */
export type Flattening = { readonly tolerance: number } | { readonly segments: number }

/** The contours of an outline as polygons: x and y in turn, the last point not the first again. */
export function flattened(outline: Outline, how: Flattening): Float64Array[] {
  return polylines(outline, how)
    .map(withoutRepeats)
    .filter(contour => contour.length >= 6)
}

/** The contours of an outline as straight lines from point to point: x and y in turn. */
export function polylines({ segments, points }: Outline, how: Flattening): number[][] {
  const contours: number[][] = []
  let open: number[] = []
  let at = 0
  for (const segment of segments) {
    if (segment === 'M') {
      open = []
      contours.push(open)
    }
    const count = segmentPoints[segment]
    if (count === 1) open.push(points[at], points[at + 1])
    else if (count > 1) addCurve(open, points, at, count, how)
    else if (open.length > 0) open.push(open[0], open[1])
    at += count * 2
  }
  return contours
}

/** More straight lines than this show no more of a curve. */
const mostSteps = 10_000

function addCurve(
  open: number[],
  points: Float32Array,
  at: number,
  count: number,
  how: Flattening,
) {
  const x = [open[open.length - 2]]
  const y = [open[open.length - 1]]
  for (let i = 0; i < count; i++) {
    x.push(points[at + i * 2])
    y.push(points[at + i * 2 + 1])
  }
  const steps = 'segments' in how ? how.segments : stepsWithin(x, y, how.tolerance)
  checkLimit('straight lines for one curve', steps, mostSteps)
  for (let i = 1; i <= steps; i++) open.push(bezier(x, i / steps), bezier(y, i / steps))
}

/** So many straight lines stay within a tolerance of the curve: by its second differences. */
function stepsWithin(x: readonly number[], y: readonly number[], tolerance: number): number {
  let bend = 0
  for (let i = 0; i + 2 < x.length; i++) {
    const dx = x[i] - 2 * x[i + 1] + x[i + 2]
    const dy = y[i] - 2 * y[i + 1] + y[i + 2]
    bend = Math.max(bend, Math.hypot(dx, dy))
  }
  const degree = x.length - 1
  return Math.max(1, Math.ceil(Math.sqrt((degree * (degree - 1) * bend) / (8 * tolerance))))
}

function bezier(p: readonly number[], t: number): number {
  const s = 1 - t
  if (p.length === 3) return s * s * p[0] + 2 * s * t * p[1] + t * t * p[2]
  return s * s * s * p[0] + 3 * s * s * t * p[1] + 3 * s * t * t * p[2] + t * t * t * p[3]
}

function withoutRepeats(contour: readonly number[]): Float64Array {
  const kept: number[] = []
  for (let i = 0; i < contour.length; i += 2) {
    const [x, y] = [contour[i], contour[i + 1]]
    if (kept.length === 0 || kept[kept.length - 2] !== x || kept[kept.length - 1] !== y) {
      kept.push(x, y)
    }
  }
  while (
    kept.length > 2 &&
    kept[0] === kept[kept.length - 2] &&
    kept[1] === kept[kept.length - 1]
  ) {
    kept.length -= 2
  }
  return Float64Array.from(kept)
}
