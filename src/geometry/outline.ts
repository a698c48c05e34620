import { identity, type Matrix } from './matrix.ts'

/** A rectangle, y upward. */
export interface Extents {
  /** Least x, in units. */
  readonly left: number
  /** Least y, in units: the lower edge where y grows upward, as in fonts. */
  readonly bottom: number
  /** Greatest x, in units. */
  readonly right: number
  /** Greatest y, in units. */
  readonly top: number
}

/** A contour's segments y upward: one letter a segment, its points in `points`. */
export interface Outline {
  /** `M` move (1 point), `L` line (1), `Q` quadratic (2), `C` cubic (3), `Z` close (0). */
  readonly segments: string
  /** Coordinates of all its segments, x and y in turn. */
  readonly points: Float32Array
}

export function mappedOutline(matrix: Matrix, { segments, points }: Outline): Outline {
  if (matrix === identity) return { segments, points }
  const moved = new Float32Array(points.length)
  const { xx, yx, xy, yy, dx, dy } = matrix
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i], points[i + 1]]
    moved[i] = xx * x + xy * y + dx
    moved[i + 1] = yx * x + yy * y + dy
  }
  return { segments, points: moved }
}

/** A closed polygon of the given points, x and y in turn. */
export const polygon = (...points: readonly number[]): Outline => polygonOf(points)

/** A polygon of any number of points: a function call takes only so many arguments. */
export function polygonOf(points: readonly number[]): Outline {
  const lines = 'L'.repeat(Math.max(0, points.length / 2 - 1))
  return { segments: `M${lines}Z`, points: Float32Array.from(points) }
}

/** A box that holds all points of an outline, those of its curves' handles too; an empty one has none. */
export function outlineBox({ points }: Outline): Extents | undefined {
  if (points.length === 0) return undefined
  const box = { left: Infinity, bottom: Infinity, right: -Infinity, top: -Infinity }
  for (let i = 0; i < points.length; i += 2) {
    box.left = Math.min(box.left, points[i])
    box.right = Math.max(box.right, points[i])
    box.bottom = Math.min(box.bottom, points[i + 1])
    box.top = Math.max(box.top, points[i + 1])
  }
  return box
}

/** Number of points of each kind of segment. */
export const segmentPoints: Readonly<Record<string, number>> = { M: 1, L: 1, Q: 2, C: 3, Z: 0 }
