import { dsvFormat } from 'd3-dsv'
import { errorProblem, type Path, type Problem, type SourceLocation } from '../problem/index.ts'

/** A value of a row; undefined if the row lacks it. */
export type Cell = string | number | undefined

/** Rows under named columns, from JSON or from CSV. */
export interface Table {
  readonly columns: readonly string[]
  readonly rows: readonly ReadonlyMap<string, Cell>[]
  /** The location of a value in the file. */
  locationOf(row: number, column: string): SourceLocation | string
}

/** The rows of a chart file. */
export function tableOfRows(
  rows: readonly Readonly<Record<string, unknown>>[],
  locationOf: (path: Path) => SourceLocation | string,
): Table {
  const columns = [...new Set(rows.flatMap(row => Object.keys(row)))]
  return {
    columns,
    rows: rows.map(
      row => new Map(Object.entries(row).map(([name, value]) => [name, cellOf(value)])),
    ),
    locationOf: (row, column) => locationOf(['rows', row, column]),
  }
}

const cellOf = (value: unknown): Cell =>
  typeof value === 'number' || (typeof value === 'string' && value.trim() !== '')
    ? value
    : undefined

/**
 * The rows of a CSV file (RFC 4180), its first line the names of columns; what divides them is a
 * comma, a semicolon or a tab, whichever the first line has most of. Rows may lack values at their
 * end, and may not have more than there are columns.
 */
export function tableOfCsv(
  csv: string,
  source: string,
): { readonly table: Table; readonly problems: readonly Problem[] } {
  const text = csv.startsWith('\ufeff') ? csv.slice(1) : csv
  const firstLine = /^[^\r\n]*/.exec(text)?.[0] ?? ''
  const count = (sign: string) => firstLine.split(sign).length
  const divider = [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best))
  const records = dsvFormat(divider).parseRows(text)
  const lines: number[] = []
  let line = 1
  for (const record of records) {
    lines.push(line)
    line += 1 + record.join('').split('\n').length - 1
  }
  const columns = (records[0] ?? []).map(name => name.trim())
  const problems: Problem[] = []
  const place = (row: number, column: number): SourceLocation => {
    return { source, start: 0, end: 0, line: lines[row] ?? line, column: column + 1 }
  }
  columns.forEach((name, i) => {
    if (columns.indexOf(name) === i) return
    const message = `two columns of ${source} are called '${name}'`
    problems.push(errorProblem('duplicate-name', message, { location: place(0, i) }))
  })
  const rows: Map<string, Cell>[] = []
  const at: number[] = []
  records.forEach((record, i) => {
    const isEmpty = record.every(value => value.trim() === '')
    if (i === 0 || isEmpty) return
    if (record.length > columns.length) {
      const message = `a row of ${source} has ${record.length} values for ${columns.length} columns`
      const location = place(i, columns.length)
      const hint = 'put values that contain the separator into quotation marks'
      problems.push(errorProblem('bad-row', message, { location, hint }))
    }
    at.push(i)
    rows.push(new Map(columns.map((name, j) => [name, cellOf(record[j]?.trim() ?? '')])))
  })
  const table: Table = {
    columns,
    rows,
    locationOf: (row, column) => place(at[row] ?? 0, columns.indexOf(column)),
  }
  return { table, problems }
}
