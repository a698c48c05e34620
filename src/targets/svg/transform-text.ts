import { numberText } from '../../drawing/index.ts'
import type { Matrix } from '../../geometry/index.ts'

/** A map as SVG's `transform` has it. */
export function transformText({ xx, yx, xy, yy, dx, dy }: Matrix): string {
  const scales = [xx, yx, xy, yy].map(n => numberText(n, 9)).join(' ')
  return `matrix(${scales} ${numberText(dx)} ${numberText(dy)})`
}
