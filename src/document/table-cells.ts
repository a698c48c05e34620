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
      const own = column
      for (let i = 0; i < columnSpan; i++, column++) if (column < count) taken[column] = rowSpan
      used = column
      return own
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

/** The cells of a column that are numbers. */
export function numbersIn(
  rows: readonly (readonly unknown[])[],
  count: number,
  column: number,
): readonly number[] {
  const places = cellColumns(rows, count)
  return rows.flatMap((row, i) =>
    row.filter(
      (cell, j): cell is number => typeof cell === 'number' && places[i].columns[j] === column,
    ),
  )
}

/** The cells of one part of a table, row by row. */
export function* tableCells(
  table: TableSource,
  part: 'head' | 'rows' | 'foot',
  path: Path,
  texts: DocumentTexts,
): Generator<readonly TableCell[]> {
  const rows = table[part] ?? []
  const places = cellColumns(rows, table.columns.length)
  for (const [i, row] of rows.entries()) {
    yield row.map((cell, j): TableCell => {
      const column = places[i].columns[j]
      const own = [...path, part, i, j]
      const { columnSpan = 1, rowSpan = 1 } = hasSpans(cell) ? cell : {}
      const shown = hasSpans(cell) ? shownIn(cell, column, table) : cell
      const text = textOf(shown, table.columns[column], own, texts)
      return { column, columnSpan, rowSpan, text, isNumber: typeof shown === 'number', path: own }
    })
  }
}

const shownIn = (
  { text = '', total }: CellWithSpans,
  column: number,
  table: TableSource,
): CellText => (total === undefined ? text : sumOf(table, column))

/** The numbers of a column added up, without what binary fractions leave behind. */
const sumOf = ({ rows, columns }: TableSource, column: number) =>
  Number(
    numbersIn(rows, columns.length, column)
      .reduce((sum, one) => sum + one, 0)
      .toPrecision(12),
  )

function textOf(shown: CellText, column: TableColumn, path: Path, texts: DocumentTexts): RichText {
  if (typeof shown !== 'number') return texts.rich(shown, path)
  return parseMarkup(escapeMarkup(texts.number(shown, column.decimals))).rich
}
