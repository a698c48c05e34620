/** One piece of material: a contour, and the holes in it. x and y in turn, in units, y downward. */
export interface PolygonOutline {
  /** Counter-clockwise as it is seen. */
  readonly outer: Float64Array
  /** Clockwise as they are seen. */
  readonly holes: readonly Float64Array[]
}
