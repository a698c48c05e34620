/** An affine map: x' = xx·x + xy·y + dx, y' = yx·x + yy·y + dy. */
export interface Matrix {
  /** Factor of x for the new x. */
  readonly xx: number
  /** Factor of x for the new y. */
  readonly yx: number
  /** Factor of y for the new x. */
  readonly xy: number
  /** Factor of y for the new y. */
  readonly yy: number
  /** Offset added to x. */
  readonly dx: number
  /** Offset added to y. */
  readonly dy: number
}

export const identity: Matrix = { xx: 1, yx: 0, xy: 0, yy: 1, dx: 0, dy: 0 }

/** The matrix that applies `inner` and then `outer`. */
export function product(outer: Matrix, inner: Matrix): Matrix {
  const [dx, dy] = mapped(outer, inner.dx, inner.dy)
  return {
    xx: outer.xx * inner.xx + outer.xy * inner.yx,
    yx: outer.yx * inner.xx + outer.yy * inner.yx,
    xy: outer.xx * inner.xy + outer.xy * inner.yy,
    yy: outer.yx * inner.xy + outer.yy * inner.yy,
    dx,
    dy,
  }
}

export function mapped(matrix: Matrix, x: number, y: number): readonly [x: number, y: number] {
  const { xx, yx, xy, yy, dx, dy } = matrix
  return [xx * x + xy * y + dx, yx * x + yy * y + dy]
}

/** The inverse matrix; undefined if the matrix can't be inverted. */
export function inverse({ xx, yx, xy, yy, dx, dy }: Matrix): Matrix | undefined {
  const determinant = xx * yy - xy * yx
  if (!(Math.abs(determinant) > 1e-12)) return undefined
  const d = 1 / determinant
  return {
    xx: yy * d,
    yx: -yx * d,
    xy: -xy * d,
    yy: xx * d,
    dx: (xy * dy - yy * dx) * d,
    dy: (yx * dx - xx * dy) * d,
  }
}

/**
 * A turn about a point where y grows downward: degrees, counter-clockwise as it is seen. Quarter
 * turns are exact.
 */
export function turning(degrees: number, x: number, y: number): Matrix {
  const [cos, sin] = cosAndSin(degrees)
  return {
    xx: cos,
    yx: -sin,
    xy: sin,
    yy: cos,
    dx: x - cos * x - sin * y,
    dy: y + sin * x - cos * y,
  }
}

function cosAndSin(degrees: number): readonly [cos: number, sin: number] {
  const quarters = degrees / 90
  if (Number.isInteger(quarters)) {
    const quarter = ((quarters % 4) + 4) % 4
    return [[1, 0, -1, 0][quarter], [0, 1, 0, -1][quarter]]
  }
  const angle = (degrees * Math.PI) / 180
  return [Math.cos(angle), Math.sin(angle)]
}
