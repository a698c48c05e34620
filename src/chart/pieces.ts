import { type Box, inkBox, type Layout, type Matrix } from '../core.ts'
import { mappedBox } from '../geometry/index.ts'

/** Upright boxes that cover a box which may be turned: more of them than one around it leave less beside it. */
export function piecesOf(box: Box, matrix: Matrix): readonly Box[] {
  const isTurned = matrix.yx !== 0 && matrix.xx !== 0
  const wanted = isTurned ? Math.ceil(box.width / Math.max(box.height / 2, 1)) : 1
  const count = Math.max(1, Math.min(wanted, mostPieces))
  const width = box.width / count
  return Array.from({ length: count }, (_, i) =>
    mappedBox(matrix, { ...box, x: box.x + i * width, width }),
  )
}

/** More than this show no more of a label. */
const mostPieces = 200

/** The boxes that a placed layout's ink covers, with a small margin. */
export function inkPieces(layout: Layout, matrix: Matrix, gap: number): readonly Box[] {
  const ink = inkBox(layout)
  if (!ink) return []
  const { x, y, width, height } = ink
  const around = { x: x - gap, y: y - gap, width: width + 2 * gap, height: height + 2 * gap }
  return piecesOf(around, matrix)
}
