import { type Matrix, mappedOutline, type Outline } from '../geometry/index.ts'
import type { Synthesized } from './face.ts'

/** Degrees that an upright face leans where no slanted one is at hand (CSS Fonts 4, `oblique`). */
const lean = 14
/** The thickening of stems if there is no bold face, in ems. */
const thickening = 1 / 28

const slanted: Matrix = {
  xx: 1,
  yx: 0,
  xy: Math.tan((lean * Math.PI) / 180),
  yy: 1,
  dx: 0,
  dy: 0,
}

/** The angle of a face that leans by itself or was made to, in degrees, counter-clockwise. */
export function angleOf(italicAngle: number, synthesized: readonly Synthesized[]): number {
  return synthesized.includes('slant') ? italicAngle - lean : italicAngle
}

/** An outline as it is where weight or slant are synthesized. */
export function synthesizedOutline(
  outline: Outline,
  synthesized: readonly Synthesized[],
  unitsPerEm: number,
): Outline {
  const heavy = synthesized.includes('weight')
    ? thickened(outline, unitsPerEm * thickening)
    : outline
  return synthesized.includes('slant') ? mappedOutline(slanted, heavy) : heavy
}

/**
 * An outline whose every edge is moved outward by half of `amount`; what is outward is told by the
 * sense most of its area goes round. Points move along the bisector of the edges they join.
 */
function thickened({ segments, points }: Outline, amount: number): Outline {
  const moved = points.slice()
  const contours = contoursOf(segments)
  const area = contours.reduce((sum, [from, to]) => sum + signedArea(points, from, to), 0)
  const outward = (area < 0 ? 1 : -1) * (amount / 2)
  for (const [from, to] of contours) moveContour(points, moved, from, to, outward)
  return { segments, points: moved }
}

/** The first and last point of each contour, by index. */
function contoursOf(segments: string): (readonly [from: number, to: number])[] {
  const counts: Record<string, number> = { M: 1, L: 1, Q: 2, C: 3, Z: 0 }
  const contours: (readonly [number, number])[] = []
  let from = 0
  let at = 0
  for (const segment of segments) {
    if (segment === 'M' && at > from) contours.push([from, at])
    if (segment === 'M') from = at
    at += counts[segment]
  }
  if (at > from) contours.push([from, at])
  return contours
}

/** Twice the area of the polygon of all points; counter-clockwise is positive. */
function signedArea(points: Float32Array, from: number, to: number): number {
  let area = 0
  for (let i = from, j = to - 1; i < to; j = i++) {
    area += points[j * 2] * points[i * 2 + 1] - points[i * 2] * points[j * 2 + 1]
  }
  return area
}

/** A corner sharper than this is not drawn out to a point. */
const longestMiter = 2

function moveContour(
  points: Float32Array,
  moved: Float32Array,
  from: number,
  to: number,
  outward: number,
) {
  const count = to - from
  const next = otherPlaces(points, from, count, 1)
  const before = otherPlaces(points, from, count, -1)
  /** The direction from a point to another one of the contour. */
  const direction = (i: number, other: number): readonly [number, number] => {
    const dx = points[(from + other) * 2] - points[(from + i) * 2]
    const dy = points[(from + other) * 2 + 1] - points[(from + i) * 2 + 1]
    const length = Math.hypot(dx, dy)
    return length > 0 ? [dx / length, dy / length] : [0, 0]
  }
  for (let i = 0; i < count; i++) {
    const [ax, ay] = direction(i, before[i])
    const [bx, by] = direction(i, next[i])
    // Normals of the edges that come in and go out, to the left of where they go.
    const [nx, ny] = [ay - by, bx - ax]
    const square = nx * nx + ny * ny
    if (square === 0) continue
    const scale = Math.min(2 / square, longestMiter / Math.sqrt(square))
    moved[(from + i) * 2] += nx * scale * outward
    moved[(from + i) * 2 + 1] += ny * scale * outward
  }
}

/**
 * For each point of a contour the next in a direction that is at another place; where all are at
 * one place, some point of it. Twice round, for the places before the first are those after the last.
 */
function otherPlaces(points: Float32Array, from: number, count: number, step: 1 | -1): Uint32Array {
  const places = new Uint32Array(count)
  const start = step > 0 ? count - 1 : 0
  for (let n = 0, i = start; n < 2 * count; n++) {
    const neighbor = (i + step + count) % count
    const [a, b] = [(from + i) * 2, (from + neighbor) * 2]
    const isOther = points[a] !== points[b] || points[a + 1] !== points[b + 1]
    places[i] = isOther ? neighbor : places[neighbor]
    i = (i - step + count) % count
  }
  return places
}
