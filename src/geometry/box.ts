import { type Matrix, mapped } from './matrix.ts'

/** A rectangle in units, y downward. */
export interface Box {
  /** To the right, in units. */
  readonly x: number
  /** Downward, in units. */
  readonly y: number
  /** Width, in units. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
}

/** The four corners, clockwise from the top left. */
export function cornersOf({ x, y, width, height }: Box): readonly (readonly [number, number])[] {
  return [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]
}

/** The upright box around a box that was mapped. */
export function mappedBox(matrix: Matrix, box: Box): Box {
  const corners = cornersOf(box).map(([x, y]) => mapped(matrix, x, y))
  return boxAround(corners)
}

/** The smallest box around points. */
function boxAround(points: readonly (readonly [x: number, y: number])[]): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x, y] of points) {
    left = Math.min(left, x)
    top = Math.min(top, y)
    right = Math.max(right, x)
    bottom = Math.max(bottom, y)
  }
  return { x: left, y: top, width: right - left, height: bottom - top }
}

/** The box that holds both; of nothing and a box, the box. */
export function unionOfBoxes(a: Box | undefined, b: Box | undefined): Box | undefined {
  if (!a || !b) return a ?? b
  const x = Math.min(a.x, b.x)
  const y = Math.min(a.y, b.y)
  const right = Math.max(a.x + a.width, b.x + b.width)
  const bottom = Math.max(a.y + a.height, b.y + b.height)
  return { x, y, width: right - x, height: bottom - y }
}
