import type { StopRows } from './stop-rows.ts'

/**
 * The widest piece of text between two places where lines may end, in units, with what stands beside it: on
 * a paragraph's first line, and on others.
 */
export function widestPiece(rows: StopRows, atFirst: number, atOther: number): number {
  const { count } = rows
  let widest = count === 0 ? 0 : rows.pieceAt(0) + atFirst
  for (let i = 1; i < count; i++) widest = Math.max(widest, rows.pieceAt(i) + atOther)
  return widest
}
