import { numberText } from '../../drawing/index.ts'
import { identity, type Matrix, product } from '../../geometry/index.ts'

/** A point of a drawing as the page has it: y grows upward from its lower edge. */
export type Point = (x: number, y: number) => string

/** The map from coordinates of a drawing to those of its page. */
export interface PageSpace {
  readonly flip: Matrix
  readonly point: Point
}

export function pageSpace({ x, y, height }: { x: number; y: number; height: number }): PageSpace {
  const flip = { ...identity, yy: -1, dx: -x, dy: y + height }
  return {
    flip,
    point: (px, py) => `${numberText(px + flip.dx, 3)} ${numberText(flip.dy - py, 3)}`,
  }
}

/** A map of a drawing's coordinates, as operands of `cm` for those of its page. */
export function pageMatrix(matrix: Matrix, { flip }: PageSpace): string {
  const back = { ...flip, dx: -flip.dx }
  const { xx, yx, xy, yy, dx, dy } = product(flip, product(matrix, back))
  const scales = [xx, yx, xy, yy].map(n => numberText(n, 9)).join(' ')
  return `${scales} ${numberText(dx)} ${numberText(dy)}`
}
