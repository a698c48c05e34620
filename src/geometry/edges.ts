import { mappedOutline, type Outline, outlineBox } from './outline.ts'
import { polylines } from './outline-parts.ts'

/** The position of an outline's origin within its pixel, and the pixels per unit. */
export interface OutlinePlace {
  readonly x: number
  /** Downward. */
  readonly y: number
  readonly scaleX: number
  /** Pixels per unit upward. */
  readonly scaleY: number
}

/** The straight edges of a shape, in pixels from its first one; what runs level is left out. */
export interface Edges {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  /** Start and end of each edge: four numbers. The next shape overwrites them. */
  readonly points: Float64Array
  /** Number of values in use. */
  readonly count: number
}

/** Lines lie within this of their curve, in pixels: less than could be seen. */
const flattening = { tolerance: 0.04 }

/** Larger arrays are not kept: a shape that needs them isn't a glyph. */
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
    // A filled contour is closed, even if it doesn't end with a close command.
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
