import {
  errorProblem,
  nearestName,
  type Problem,
  problemList,
  type SourceLocation,
  warningProblem,
} from '../problem/index.ts'
import type { Cell, Table } from './read-table.ts'

/** What x is: names side by side, numbers or days on a scale. */
export type XKind = 'name' | 'number' | 'date'

/** A value of a series. */
export interface DataPoint {
  /** Its category, its number or its time. */
  readonly x: string | number | Date
  /** Its value. */
  readonly y: number
}

/** Values under one name. */
export interface DataSeries {
  /** What it is called. */
  readonly name: string
  /** In the order of the rows; undefined where a value is missing, and a line has a gap. */
  readonly points: readonly (DataPoint | undefined)[]
}

/** The values of a chart that was read. */
export interface ChartData {
  /** What its x is: categories, numbers, or times. */
  readonly xKind: XKind
  /** Each x once, in the order of the rows. */
  readonly xs: readonly (string | number | Date)[]
  /** By their names. */
  readonly series: readonly DataSeries[]
}

/** Which columns of a table are shown. */
export interface Columns {
  readonly x: string
  readonly y: string | readonly string[]
  readonly series?: string | undefined
  /** Whether each x of a series may stand once. */
  readonly isUnique: boolean
  /** Whether values below zero cannot be shown. */
  readonly isPositive: boolean
}

/** The ends of scales are added and taken from each other. */
const greatest = 1e300

/** A year, a month or a day, with a time where it has one (ISO 8601). */
const isoDate = /^\d{4}-\d{2}(-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?)?$/

/** The values of a chart from the rows of a table, with what is wrong in them, each at its place. */
export function chartData(
  table: Table,
  columns: Columns,
  named: { readonly [K in 'x' | 'y' | 'series' | 'all']: SourceLocation | string },
): { readonly data: ChartData | undefined; readonly problems: readonly Problem[] } {
  const found = problemList()
  const ys = [columns.y].flat()
  for (const [name, key] of [
    [columns.x, 'x'],
    ...ys.map(y => [y, 'y']),
    [columns.series, 'series'],
  ] as const) {
    if (name === undefined || table.columns.includes(name)) continue
    const nearest = nearestName(name, table.columns)
    const hint = `the columns are ${table.columns.slice(0, 20).join(', ')}`
    const location = key === 'x' ? named.x : key === 'y' ? named.y : named.series
    found.add(
      errorProblem('unknown-column', `there is no column '${name}'`, { nearest, hint, location }),
    )
  }
  if (table.rows.length === 0) {
    found.add(errorProblem('no-rows', 'the chart has no rows', { location: named.all }))
  }
  if (found.all().length > 0) return { data: undefined, problems: found.all() }
  const cells = table.rows.map(row => row.get(columns.x))
  const xKind = kindOf(cells)
  const byName = new Map<string, (DataPoint | undefined)[]>()
  const seen = new Map<string, Set<string>>()
  table.rows.forEach((row, i) => {
    const x = xOf(cells[i], xKind)
    if (x === undefined) {
      const message = `row ${i + 1} has no value in '${columns.x}', and is left out`
      found.add(
        warningProblem('missing-value', message, { location: table.locationOf(i, columns.x) }),
      )
      return
    }
    for (const column of ys) {
      const own = columns.series === undefined ? column : row.get(columns.series)
      if (own === undefined) {
        const message = `row ${i + 1} has no value in '${columns.series}', and is left out`
        const location = table.locationOf(i, columns.series ?? column)
        found.add(warningProblem('missing-value', message, { location }))
        continue
      }
      const name =
        columns.series === undefined ? column : ys.length > 1 ? `${own}, ${column}` : `${own}`
      const points = byName.get(name) ?? []
      byName.set(name, points)
      const y = numberOf(row.get(column), i, column)
      points.push(y === undefined ? undefined : { x, y })
      if (!columns.isUnique) continue
      const known = seen.get(name) ?? new Set()
      seen.set(name, known)
      const key = keyOf(x)
      if (known.has(key)) {
        const message = `'${key}' stands twice in '${columns.x}' of '${name}'`
        const hint = 'bars and rings have one value for each; add the rows up'
        const location = table.locationOf(i, columns.x)
        found.add(errorProblem('duplicate-value', message, { location, hint }))
      }
      known.add(key)
    }
  })
  function numberOf(cell: Cell, row: number, column: string): number | undefined {
    const location = table.locationOf(row, column)
    if (cell === undefined) {
      const message = `row ${row + 1} has no value in '${column}', which is left out`
      found.add(warningProblem('missing-value', message, { location }))
      return undefined
    }
    const value = typeof cell === 'number' ? cell : Number(cell)
    if (!Number.isFinite(value)) {
      const hint = 'numbers have digits, and a point before decimals'
      found.add(
        errorProblem('bad-value', `'${cell}' in '${column}' is no number`, { location, hint }),
      )
      return undefined
    }
    if (Math.abs(value) > greatest) {
      const message = `'${cell}' in '${column}' is more than a chart can show`
      found.add(errorProblem('bad-value', message, { location, hint: `at most ${greatest}` }))
      return undefined
    }
    if (columns.isPositive && value < 0) {
      const message = `'${cell}' in '${column}' is below zero, which a ring cannot show`
      found.add(errorProblem('bad-value', message, { location }))
    }
    return value
  }
  const series = Array.from(byName, ([name, points]): DataSeries => ({ name, points }))
  const isEmpty = !series.some(({ points }) => points.some(point => point !== undefined))
  if (isEmpty)
    found.add(errorProblem('no-values', 'the chart has no values', { location: named.all }))
  const xs = cells.map(cell => xOf(cell, xKind)).filter(x => x !== undefined)
  const each = new Map(xs.map(x => [keyOf(x), x]))
  return {
    data: isEmpty ? undefined : { xKind, xs: [...each.values()], series },
    problems: found.all(),
  }
}

function kindOf(cells: readonly Cell[]): XKind {
  const given = cells.filter(cell => cell !== undefined)
  if (given.every(cell => typeof cell === 'number' || Number.isFinite(Number(cell))))
    return 'number'
  const isDate = (cell: Cell) =>
    typeof cell === 'string' && isoDate.test(cell) && !Number.isNaN(timeOf(cell))
  return given.every(isDate) ? 'date' : 'name'
}

/** What values of x are told apart by: days by their number, which is what a band of them is called. */
export const keyOf = (x: string | number | Date): string =>
  x instanceof Date ? x.toISOString().replace('T00:00:00.000Z', '') : String(x)

/** A day, and what has no zone, is taken as in UTC: the same on every machine. */
export const timeOf = (text: string) =>
  Date.parse(/T.*[^Z]$/.test(text) && !/[+-]\d{2}:\d{2}$/.test(text) ? `${text}Z` : text)

function xOf(cell: Cell, kind: XKind): string | number | Date | undefined {
  if (cell === undefined) return undefined
  if (kind === 'number') return Number(cell)
  return kind === 'date' ? new Date(timeOf(String(cell))) : String(cell)
}
