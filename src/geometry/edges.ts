import { mappedOutline, type Outline, outlineBox } from './outline.ts'
import { polylines } from './outline-parts.ts'

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
const flattening = { tolerance: 0.04 }

/** What takes more numbers is no glyph, and is not kept. */
const mostKept = 2 ** 20

/** Kept, for glyphs are many and small. */
const least = 4096
let found = new Float64Array(least)
let count = 0

/** Undefined where there are none. */
export function edgesOf(
  outline: Outline,
  { x, y, scaleX, scaleY }: OutlinePlace,
): Edges | undefined {
  if (found.length > mostKept) found = new Float64Array(least)
  const matrix = { xx: scaleX, yx: 0, xy: 0, yy: -scaleY, dx: x, dy: y }
  const placed = mappedOutline(matrix, outline)
  const box = outlineBox(placed)
  if (!box) return undefined
  // The box has its top where y is greatest: here, that is below.
  const [left, top] = [Math.floor(box.left), Math.floor(box.bottom)]
  const width = Math.floor(box.right) + 1 - left
  const height = Math.floor(box.top) + 1 - top
  count = 0
  for (const contour of polylines(placed, flattening)) {
    // What is filled is closed, whether or not its contour says so.
    let [fromX, fromY] = [contour[contour.length - 2] - left, contour[contour.length - 1] - top]
    for (let i = 0; i < contour.length; i += 2) {
      const [toX, toY] = [contour[i] - left, contour[i + 1] - top]
      addEdge(fromX, fromY, toX, toY)
      fromX = toX
      fromY = toY
    }
  }
  return { left, top, width, height, points: found, count }
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
