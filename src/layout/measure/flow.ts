import { identity, type Matrix } from '../../geometry/index.ts'
import { isVertical, type WritingMode } from '../../sheet/index.ts'

/**
 * From the places of lines and runs, which are measured along the lines and across them, to the
 * frame: a quarter turn in vertical text.
 */
export function flowMatrix({
  writingMode,
  width,
  height,
}: {
  readonly writingMode: WritingMode
  readonly width: number
  readonly height: number
}): Matrix {
  if (!isVertical(writingMode)) return identity
  if (writingMode === 'sideways-lr') return { xx: 0, yx: -1, xy: 1, yy: 0, dx: 0, dy: height }
  return { xx: 0, yx: 1, xy: -1, yy: 0, dx: width, dy: 0 }
}
