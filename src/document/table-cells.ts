import { escapeMarkup, parseMarkup, type RichText } from '../core.ts'
import { isObject, type Path } from '../problem/index.ts'
import type { CellSource, CellWithSpans, TableColumn, TableSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'

/** A cell with its column and its text: numbers and totals as the language writes them. */
export interface TableCell {
  readonly column: number
  readonly columnSpan: number
  readonly rowSpan: number
  readonly text: RichText
  readonly isNumber: boolean
  readonly path: Path
}

type CellText = Exclude<CellSource, CellWithSpans>

/** Whether a cell is an object that may say more than its text. */
const hasSpans = (cell: CellSource): cell is CellWithSpans =>
  typeof cell === 'object' && !('kind' in cell) && !('key' in cell)

/**
 * Columns that each cell of rows begins in: what goes over several rows takes its columns in those below.
 * Also how far the cells reach, and how many columns have none. Takes cells that were not checked yet.
 */
export function cellColumns(
  rows: readonly (readonly unknown[])[],
  count: number,
): { readonly columns: readonly number[]; readonly used: number; readonly free: number }[] {
  const taken = new Array<number>(count).fill(0)
  return rows.map(row => {
    let [column, used] = [0, 0]
    const columns = row.map(cell => {
      while (column < count && taken[column] > 0) column++
      const [columnSpan, rowSpan] = [spanOf(cell, 'columnSpan'), spanOf(cell, 'rowSpan')]
      const columnValues = column
      for (let i = 0; i < columnSpan; i++, column++) if (column < count) taken[column] = rowSpan
      used = column
      return columnValues
    })
    let free = 0
    for (let i = 0; i < count; i++) {
      if (taken[i] === 0) free++
      else taken[i]--
    }
    return { columns, used, free }
  })
}

function spanOf(cell: unknown, name: 'columnSpan' | 'rowSpan'): number {
  const span = isObject(cell) ? cell[name] : undefined
  return Number.isInteger(span) && Number(span) >= 1 ? Math.min(Number(span), 10_000) : 1
}

/** The sum of a column, row by row. */
interface ColumnSum {
  sum: number
  /** Number of values in the sum. */
  count: number
}

/** The sums of all columns, and what adds the numbers of a row to them. */
export function columnSums(count: number) {
  const sums = Array.from({ length: count }, (): ColumnSum => ({ sum: 0, count: 0 }))
  return {
    sums,
    add(row: readonly unknown[], columns: readonly number[]) {
      row.forEach((cell, j) => {
        const sum = sums[columns[j]]
        if (typeof cell !== 'number' || !sum) return
        sum.sum += cell
        sum.count++
      })
    },
  }
}

/** The cells of one part of a table, row by row. */
export function* tableCells(
  table: TableSource,
  part: 'head' | 'rows' | 'foot',
  path: Path,
  texts: DocumentTexts,
): Generator<readonly TableCell[]> {
  const rows = table[part] ?? []
  const count = table.columns.length
  const places = cellColumns(rows, count)
  const { sums, add } = columnSums(count)
  if (part === 'foot') {
    const above = cellColumns(table.rows, count)
    for (const [i, row] of table.rows.entries()) add(row, above[i].columns)
  }
  for (const [i, row] of rows.entries()) {
    yield row.map((cell, j): TableCell => {
      const column = places[i].columns[j]
      const cellPath = [...path, part, i, j]
      const { columnSpan = 1, rowSpan = 1 } = hasSpans(cell) ? cell : {}
      const shown = hasSpans(cell) ? shownIn(cell, sums[column]) : cell
      const text = textOf(shown, table.columns[column], cellPath, texts)
      return {
        column,
        columnSpan,
        rowSpan,
        text,
        isNumber: typeof shown === 'number',
        path: cellPath,
      }
    })
    add(row, places[i].columns)
  }
}

/** A sum is written without what binary fractions leave behind. */
const shownIn = ({ text = '', total }: CellWithSpans, above: ColumnSum): CellText =>
  total === undefined ? text : Number(above.sum.toPrecision(12))

function textOf(shown: CellText, column: TableColumn, path: Path, texts: DocumentTexts): RichText {
  if (typeof shown !== 'number') return texts.rich(shown, path)
  return parseMarkup(escapeMarkup(texts.number(shown, column.decimals))).rich
}
