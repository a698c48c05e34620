import { outlineBox } from '../../geometry/index.ts'
import { type Problem, warningProblem } from '../../problem/index.ts'
import type { PolygonOutline } from './polygon-outline.ts'
import type { FilledOutline } from './shapes.ts'

/** A side of a polygon, its material on the left as it is seen. */
interface Edge {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

/** A problem for each polygon that is narrower than this somewhere, at its narrowest place. */
export function thinParts(
  polygons: readonly PolygonOutline[],
  shapes: readonly FilledOutline[],
  narrowest: number,
): Problem[] {
  return polygons.flatMap(polygon => {
    const thin = thinnest(polygon, narrowest)
    if (!thin) return []
    const { x, y, width } = thin
    const text = textAt(shapes, x, y)
    const where = `at (${x.toFixed(1)}, ${y.toFixed(1)})`
    const what = text === '' ? 'a part' : `a part of '${text}'`
    const message = `${what} ${where} is ${width.toFixed(2)} units wide, less than ${narrowest}`
    return [warningProblem('thin-part', message, { hint: 'use a heavier weight or a larger size' })]
  })
}

/** From the middle of each side straight into the material, to the side that faces it. */
function thinnest(polygon: PolygonOutline, narrowest: number) {
  const edges = [polygon.outer, ...polygon.holes].flatMap(edgesOf)
  let thin: { x: number; y: number; width: number } | undefined
  for (const edge of edges) {
    const length = Math.hypot(edge.x2 - edge.x1, edge.y2 - edge.y1)
    if (length === 0) continue
    const [x, y] = [(edge.x1 + edge.x2) / 2, (edge.y1 + edge.y2) / 2]
    // To the left of the side, as it is seen.
    const [nx, ny] = [(edge.y2 - edge.y1) / length, -(edge.x2 - edge.x1) / length]
    for (const other of edges) {
      if (other === edge || !isFacing(edge, other, length)) continue
      const width = distanceTo(other, x, y, nx, ny, thin?.width ?? narrowest)
      if (width !== undefined) thin = { x: x + (nx * width) / 2, y: y + (ny * width) / 2, width }
    }
  }
  return thin
}

function edgesOf(ring: Float64Array): Edge[] {
  return Array.from({ length: ring.length / 2 }, (_, i) => {
    const next = ((i + 1) * 2) % ring.length
    return { x1: ring[i * 2], y1: ring[i * 2 + 1], x2: ring[next], y2: ring[next + 1] }
  })
}

/** The sides of a stem run against each other; those of a corner do not. */
const against = -0.8

function isFacing(a: Edge, b: Edge, length: number): boolean {
  const [bx, by] = [b.x2 - b.x1, b.y2 - b.y1]
  const segmentLength = Math.hypot(bx, by)
  return (
    segmentLength > 0 && (a.x2 - a.x1) * bx + (a.y2 - a.y1) * by < against * length * segmentLength
  )
}

/** The distance from a point to a side along a ray; undefined if it isn't less than `most`. */
function distanceTo(
  { x1, y1, x2, y2 }: Edge,
  x: number,
  y: number,
  nx: number,
  ny: number,
  max: number,
): number | undefined {
  const [dx, dy] = [x2 - x1, y2 - y1]
  const across = nx * dy - ny * dx
  if (Math.abs(across) < 1e-12) return undefined
  const distance = ((x1 - x) * dy - (y1 - y) * dx) / across
  if (!(distance > 1e-9 && distance < max)) return undefined
  const along =
    Math.abs(dx) > Math.abs(dy) ? (x + nx * distance - x1) / dx : (y + ny * distance - y1) / dy
  return along >= 0 && along <= 1 ? distance : undefined
}

function textAt(shapes: readonly FilledOutline[], x: number, y: number): string {
  const thinShape = shapes.find(({ outline, text }) => {
    const box = outlineBox(outline)
    return text !== '' && box && x >= box.left && x <= box.right && y >= box.bottom && y <= box.top
  })
  return thinShape?.text.trim() ?? ''
}
