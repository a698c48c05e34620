import { escapeMarkup, parseMarkup } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { TableSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import { type TableCell, tableCells } from './table-cells.ts'

/** Around the text of a cell, in points. */
export const cellPadding = { across: 6, down: 3 }

/** A column of a table: its width, and what its numbers have before and behind the sign of their decimals. */
export interface ColumnShape {
  readonly width: number
  readonly whole: number
  readonly decimals: number
}

/** Widths that are stated, then those of content, and shares of what is left; all of it where none is stated. */
export function columnShapes(
  table: TableSource,
  width: number,
  path: Path,
  texts: DocumentTexts,
): { readonly columns: readonly ColumnShape[]; readonly isSqueezed: boolean } {
  const { columns } = table
  const contents = columns.map(() => 0)
  const before = columns.map(() => 0)
  const after = columns.map(() => 0)
  const isMeasured = columns.map(column => column.width === 'content' || column.align === 'decimal')
  if (isMeasured.some(Boolean)) {
    for (const part of ['head', 'rows', 'foot'] as const) {
      const style = part === 'rows' ? 'document-cell' : 'document-head'
      for (const row of tableCells(table, part, path, texts)) {
        for (const cell of row) {
          const { column } = cell
          if (!isMeasured[column] || cell.columnSpan > 1) continue
          const whole = texts.set(cell.text, style, {}).textWidth
          contents[column] = Math.max(contents[column], whole)
          if (columns[column].align !== 'decimal' || part === 'head') continue
          const decimalWidth = widthToDecimals(cell, style, texts)
          if (decimalWidth === undefined) continue
          before[column] = Math.max(before[column], decimalWidth)
          after[column] = Math.max(after[column], whole - decimalWidth)
        }
      }
    }
  }
  const natural = columns.map(({ width: stated }, i) => {
    if (typeof stated === 'number') return stated
    if (stated !== 'content') return undefined
    return Math.max(contents[i], before[i] + after[i]) + 2 * cellPadding.across
  })
  const taken = natural.reduce<number>((sum, own) => sum + (own ?? 0), 0)
  const shares = columns.map(({ width: stated }, i) => {
    if (natural[i] !== undefined) return 0
    return typeof stated === 'object' ? stated.share : 1
  })
  const all = shares.reduce((sum, share) => sum + share, 0)
  const left = Math.max(0, width - taken)
  const widths = natural.map((own, i) => own ?? (left * shares[i]) / all)
  // Columns that ask for more than there is get their part of it.
  const sum = widths.reduce((total, own) => total + own, 0)
  const isSqueezed = sum > width + 1e-6 || widths.some(own => own < 2 * cellPadding.across)
  const fitted = sum > width ? widths.map(own => (own * width) / sum) : widths
  return {
    columns: fitted.map((own, i) => ({ width: own, whole: before[i], decimals: after[i] })),
    isSqueezed,
  }
}

/** The width of a number up to its decimal sign; undefined of what is no number. */
export function widthToDecimals(
  { text }: TableCell,
  style: string,
  texts: DocumentTexts,
): number | undefined {
  const shown = texts.plain(text)
  if (!/\p{Nd}/u.test(shown)) return undefined
  const sign = texts.number(0.5, 1).replace(/\p{Nd}/gu, '')
  const at = shown.lastIndexOf(sign)
  const whole = at < 0 ? shown : shown.slice(0, at)
  return texts.set(parseMarkup(escapeMarkup(whole)).rich, style, {}).textWidth
}
