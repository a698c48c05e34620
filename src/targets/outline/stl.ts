import earcut from 'earcut'
import { asDrawing, type Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { anything, checkOptions, described, fail } from '../../problem/index.ts'
import { checkScale, usualMillimeters } from './dxf.ts'
import {
  type Polygon,
  type PolygonOptions,
  type Polygons,
  polygonFields,
  toPolygons,
} from './polygons.ts'

export interface StlOptions extends PolygonOptions {
  /** How thick the solid is, in millimeters. */
  readonly depth: number
  /** Millimeters a unit; 25.4 / 96, a CSS pixel, without it. */
  readonly millimetersPerUnit?: number
}

type Point = readonly [x: number, y: number, z: number]

/**
 * The shapes of a drawing or a layout as a solid of a depth, in binary STL: millimeters, y upward
 * from the drawing's lower edge, z from 0 to the depth. Throws on a depth that is none.
 */
export function toStl(
  shown: Drawing | Layout,
  options: StlOptions,
): Pick<Polygons, 'problems'> & { readonly stl: Uint8Array } {
  checkOptions('toStl', options, {
    ...polygonFields,
    depth: anything,
    millimetersPerUnit: anything,
  })
  const { depth, millimetersPerUnit = usualMillimeters, ...flattening } = options
  if (!(Number.isFinite(depth) && depth > 0)) {
    fail(
      'bad-outline',
      `the depth must be a number of millimeters above 0, not ${described(depth)}`,
    )
  }
  checkScale(millimetersPerUnit)
  const { box } = asDrawing(shown)
  const { polygons, problems } = toPolygons(shown, flattening)
  const place = (x: number, y: number): readonly [number, number] => [
    (x - box.x) * millimetersPerUnit,
    (box.y + box.height - y) * millimetersPerUnit,
  ]
  const triangles = polygons.flatMap(polygon => solid(polygon, depth, place))
  return { stl: written(triangles), problems }
}

type Triangle = readonly [Point, Point, Point]

/** Both faces, and a wall along each ring; seen from outside, corners run counter-clockwise. */
function solid(
  { outer, holes }: Polygon,
  depth: number,
  place: (x: number, y: number) => readonly [number, number],
): Triangle[] {
  const rings = [outer, ...holes].map(ring => {
    const placed: (readonly [number, number])[] = []
    for (let i = 0; i < ring.length; i += 2) placed.push(place(ring[i], ring[i + 1]))
    return placed
  })
  const points = rings.flat()
  const starts: number[] = []
  let count = 0
  for (const ring of rings.slice(0, -1)) {
    count += ring.length
    starts.push(count)
  }
  const corners = earcut(points.flat(), starts)
  const triangles: Triangle[] = []
  const at = (index: number, z: number): Point => [points[index][0], points[index][1], z]
  for (let i = 0; i < corners.length; i += 3) {
    const [a, b, c] = counterClockwise(points, corners[i], corners[i + 1], corners[i + 2])
    triangles.push([at(a, depth), at(b, depth), at(c, depth)], [at(a, 0), at(c, 0), at(b, 0)])
  }
  for (const ring of rings) {
    for (const [i, [x1, y1]] of ring.entries()) {
      const [x2, y2] = ring[(i + 1) % ring.length]
      const [low1, low2]: [Point, Point] = [
        [x1, y1, 0],
        [x2, y2, 0],
      ]
      const [high1, high2]: [Point, Point] = [
        [x1, y1, depth],
        [x2, y2, depth],
      ]
      triangles.push([low1, low2, high2], [low1, high2, high1])
    }
  }
  return triangles
}

function counterClockwise(
  points: readonly (readonly [number, number])[],
  a: number,
  b: number,
  c: number,
): readonly [number, number, number] {
  const [[ax, ay], [bx, by], [cx, cy]] = [points[a], points[b], points[c]]
  return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax) >= 0 ? [a, b, c] : [a, c, b]
}

const headBytes = 80
const triangleBytes = 50

function written(triangles: readonly Triangle[]): Uint8Array {
  const bytes = new Uint8Array(headBytes + 4 + triangles.length * triangleBytes)
  const view = new DataView(bytes.buffer)
  view.setUint32(headBytes, triangles.length, true)
  triangles.forEach((triangle, i) => {
    const at = headBytes + 4 + i * triangleBytes
    const numbers = [...normalOf(triangle), ...triangle.flat()]
    numbers.forEach((value, n) => {
      view.setFloat32(at + n * 4, value, true)
    })
  })
  return bytes
}

function normalOf([a, b, c]: Triangle): Point {
  const [ux, uy, uz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const [vx, vy, vz] = [c[0] - a[0], c[1] - a[1], c[2] - a[2]]
  const normal = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx] as const
  const length = Math.hypot(...normal) || 1
  return [normal[0] / length, normal[1] / length, normal[2] / length]
}
