import type { Outline } from '../../geometry/index.ts'

/** Where an outline's origin stands within its pixel, and how many pixels its units take. */
export interface OutlinePlace {
  readonly x: number
  /** Downward. */
  readonly y: number
  readonly scaleX: number
  /** Of the outline's upward units. */
  readonly scaleY: number
}

/** The straight edges of a shape, in pixels from its first one; what runs level is left out. */
export interface Edges {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  /** Of each edge where it starts and where it ends: four numbers. The next shape's are written over them. */
  readonly points: Float64Array
  /** How many numbers there are. */
  readonly count: number
}

/** Lines lie within this of their curve, in pixels: less than could be seen. */
const tolerance = 0.04

/** Kept, for glyphs are many and small. */
let found = new Float64Array(4096)
let count = 0

/** Undefined where there are none. */
export function edgesOf(outline: Outline, place: OutlinePlace): Edges | undefined {
  const { points } = outline
  if (points.length === 0) return undefined
  const at = pixelsOf(points, place)
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < at.length; i += 2) {
    if (at[i] < minX) minX = at[i]
    if (at[i] > maxX) maxX = at[i]
    if (at[i + 1] < minY) minY = at[i + 1]
    if (at[i + 1] > maxY) maxY = at[i + 1]
  }
  const [left, top] = [Math.floor(minX), Math.floor(minY)]
  const width = Math.floor(maxX) + 1 - left
  const height = Math.floor(maxY) + 1 - top
  for (let i = 0; i < at.length; i += 2) {
    at[i] -= left
    at[i + 1] -= top
  }
  count = 0
  addOutline(outline.segments, at)
  return { left, top, width, height, points: found, count }
}

function pixelsOf(points: Float32Array, { x, y, scaleX, scaleY }: OutlinePlace): Float64Array {
  const at = new Float64Array(points.length)
  for (let i = 0; i < points.length; i += 2) {
    at[i] = x + points[i] * scaleX
    at[i + 1] = y - points[i + 1] * scaleY
  }
  return at
}

function addOutline(segments: string, at: Float64Array) {
  let [startX, startY, x, y] = [0, 0, 0, 0]
  let i = 0
  for (let s = 0; s < segments.length; s++) {
    const segment = segments[s]
    if (segment === 'M' || segment === 'Z') {
      // What is filled is closed, whether or not its contour says so.
      addEdge(x, y, startX, startY)
      if (segment === 'Z') {
        x = startX
        y = startY
        continue
      }
      startX = at[i]
      startY = at[i + 1]
    } else if (segment === 'L') {
      addEdge(x, y, at[i], at[i + 1])
    } else if (segment === 'Q') {
      addQuadratic(x, y, at, i)
      i += 2
    } else {
      addCubic(x, y, at, i)
      i += 4
    }
    x = at[i]
    y = at[i + 1]
    i += 2
  }
  addEdge(x, y, startX, startY)
}

function addEdge(x0: number, y0: number, x1: number, y1: number) {
  if (y0 === y1) return
  if (count + 4 > found.length) {
    const longer = new Float64Array(found.length * 2)
    longer.set(found)
    found = longer
  }
  found[count] = x0
  found[count + 1] = y0
  found[count + 2] = x1
  found[count + 3] = y1
  count += 4
}

function addQuadratic(x0: number, y0: number, at: Float64Array, i: number) {
  const [x1, y1, x2, y2] = [at[i], at[i + 1], at[i + 2], at[i + 3]]
  const bend = Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2)
  const steps = Math.max(1, Math.ceil(Math.sqrt(bend / (4 * tolerance))))
  let [fromX, fromY] = [x0, y0]
  for (let step = 1; step <= steps; step++) {
    const t = step / steps
    const s = 1 - t
    const toX = s * s * x0 + 2 * s * t * x1 + t * t * x2
    const toY = s * s * y0 + 2 * s * t * y1 + t * t * y2
    addEdge(fromX, fromY, toX, toY)
    fromX = toX
    fromY = toY
  }
}

function addCubic(x0: number, y0: number, at: Float64Array, i: number) {
  const [x1, y1, x2, y2, x3, y3] = at.subarray(i, i + 6)
  const bend = Math.max(
    Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
    Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
  )
  const steps = Math.max(1, Math.ceil(Math.sqrt((3 * bend) / (4 * tolerance))))
  let [fromX, fromY] = [x0, y0]
  for (let step = 1; step <= steps; step++) {
    const t = step / steps
    const s = 1 - t
    const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    const toX = a * x0 + b * x1 + c * x2 + d * x3
    const toY = a * y0 + b * y1 + c * y2 + d * y3
    addEdge(fromX, fromY, toX, toY)
    fromX = toX
    fromY = toY
  }
}
