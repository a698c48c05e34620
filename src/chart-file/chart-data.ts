import { isIsoForm, isoTime } from '../blocks/index.ts'
import {
  errorProblem,
  nearestName,
  type Problem,
  problemList,
  type SourceLocation,
  warningProblem,
} from '../problem/index.ts'
import type { Cell, Table } from './read-table.ts'

/** Kind of x: names side by side, or numbers or days on a scale. */
export type XKind = 'name' | 'number' | 'date'

/** A value of a series. */
export interface DataPoint {
  /** Its category, number or time. */
  readonly x: string | number | Date
  /** Its value. */
  readonly y: number
}

/** Values under one name. */
export interface DataSeries {
  /** Its name. */
  readonly name: string
  /** In the order of the rows; undefined if a value is missing, and a line has a gap. */
  readonly points: readonly (DataPoint | undefined)[]
}

/** The values of a chart that was read. */
export interface ChartData {
  /** Kind of its x: categories, numbers or times. */
  readonly xKind: XKind
  /** Each x once, in the order of the rows. */
  readonly xs: readonly (string | number | Date)[]
  /** Its series. */
  readonly series: readonly DataSeries[]
}

/** The columns of a table that are shown. */
interface Columns {
  readonly x: string
  readonly y: string | readonly string[]
  readonly series?: string | undefined
  /** Whether each x of a series may stand once only, as of bars, or should, as of lines. */
  readonly isUnique: 'always' | 'usually' | 'never'
  /** Whether values below zero cannot be shown. */
  readonly isPositive: boolean
}

/** The ends of scales are added and taken from each other. */
const greatest = 1e300

/** The values of a chart from the rows of a table, with what is wrong in them, each at its place. */
export function chartData(
  table: Table,
  columns: Columns,
  named: { readonly [K in 'x' | 'y' | 'series' | 'all']: SourceLocation | string },
): { readonly data: ChartData | undefined; readonly problems: readonly Problem[] } {
  const mistakes = problemList()
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
    mistakes.add(
      errorProblem('unknown-column', `there is no column '${name}'`, { nearest, hint, location }),
    )
  }
  if (table.rows.length === 0) {
    mistakes.add(errorProblem('missing-rows', 'the chart has no rows', { location: named.all }))
  }
  if (mistakes.all().length > 0) return { data: undefined, problems: mistakes.all() }
  const cells = table.rows.map(row => row.get(columns.x))
  const xKind = kindOf(cells)
  for (const { row, message } of strayCells(cells, xKind)) {
    const location = table.locationOf(row, columns.x)
    const problem =
      xKind === 'date'
        ? errorProblem('bad-value', message, { location })
        : warningProblem('mixed-values', `${message}: all of '${columns.x}' are taken as names`, {
            location,
          })
    mistakes.add(problem)
  }
  if (mistakes.all().some(({ severity }) => severity === 'error')) {
    return { data: undefined, problems: mistakes.all() }
  }
  const byName = new Map<string, (DataPoint | undefined)[]>()
  const seen = new Map<string, Set<string>>()
  table.rows.forEach((row, i) => {
    const x = xOf(cells[i], xKind)
    if (x === undefined) {
      const message = `row ${i + 1} has no value in '${columns.x}', and is left out`
      mistakes.add(
        warningProblem('missing-value', message, { location: table.locationOf(i, columns.x) }),
      )
      return
    }
    for (const column of ys) {
      const seriesName = columns.series === undefined ? column : row.get(columns.series)
      if (seriesName === undefined) {
        const message = `row ${i + 1} has no value in '${columns.series}', and is left out`
        const location = table.locationOf(i, columns.series ?? column)
        mistakes.add(warningProblem('missing-value', message, { location }))
        continue
      }
      const name =
        columns.series === undefined
          ? column
          : ys.length > 1
            ? `${seriesName}, ${column}`
            : `${seriesName}`
      const points = byName.get(name) ?? []
      byName.set(name, points)
      const y = numberOf(row.get(column), i, column)
      points.push(y === undefined ? undefined : { x, y })
      if (columns.isUnique === 'never') continue
      const keys = seen.get(name) ?? new Set()
      seen.set(name, keys)
      const key = keyOf(x)
      if (keys.has(key)) {
        const message = `'${key}' stands twice in '${columns.x}' of '${name}'`
        const location = table.locationOf(i, columns.x)
        const problem =
          columns.isUnique === 'always'
            ? errorProblem('duplicate-value', message, {
                location,
                hint: 'bars and rings have one value for each; add the rows up',
              })
            : warningProblem('duplicate-value', message, {
                location,
                hint: 'its line goes straight up or down there',
              })
        mistakes.add(problem)
      }
      keys.add(key)
    }
  })
  function numberOf(cell: Cell, row: number, column: string): number | undefined {
    const location = table.locationOf(row, column)
    if (cell === undefined) {
      const message = `row ${row + 1} has no value in '${column}', which is left out`
      mistakes.add(warningProblem('missing-value', message, { location }))
      return undefined
    }
    const value = typeof cell === 'number' ? cell : Number(cell)
    if (!Number.isFinite(value)) {
      const hint = 'numbers have digits, and a point before decimals'
      mistakes.add(
        errorProblem('bad-value', `'${cell}' in '${column}' is no number`, { location, hint }),
      )
      return undefined
    }
    if (Math.abs(value) > greatest) {
      const message = `'${cell}' in '${column}' is more than a chart can show`
      mistakes.add(errorProblem('bad-value', message, { location, hint: `at most ${greatest}` }))
      return undefined
    }
    if (columns.isPositive && value < 0) {
      const message = `'${cell}' in '${column}' is below zero, which a ring cannot show`
      mistakes.add(errorProblem('bad-value', message, { location }))
    }
    return value
  }
  const series = Array.from(byName, ([name, points]): DataSeries => ({ name, points }))
  const isEmpty = !series.some(({ points }) => points.some(point => point !== undefined))
  if (isEmpty)
    mistakes.add(
      errorProblem('missing-numbers', 'the chart has no values', { location: named.all }),
    )
  const xs = cells.map(cell => xOf(cell, xKind)).filter(x => x !== undefined)
  const each = new Map(xs.map(x => [keyOf(x), x]))
  return {
    data: isEmpty ? undefined : { xKind, xs: [...each.values()], series },
    problems: mistakes.all(),
  }
}

const isNumber = (cell: Cell) => typeof cell === 'number' || Number.isFinite(Number(cell))

function kindOf(cells: readonly Cell[]): XKind {
  const given = cells.filter(cell => cell !== undefined)
  if (given.every(isNumber)) return 'number'
  return given.every(cell => typeof cell === 'string' && isIsoForm(cell)) ? 'date' : 'name'
}

/** Cells that are other than most: a day that there is not, a word among numbers. */
function strayCells(cells: readonly Cell[], kind: XKind): { row: number; message: string }[] {
  const given = cells.flatMap((cell, row) => (cell === undefined ? [] : [{ cell, row }]))
  if (kind === 'date') {
    return given
      .filter(({ cell }) => Number.isNaN(isoTime(String(cell))))
      .map(({ cell, row }) => ({ row, message: `there is no day '${cell}'` }))
  }
  if (kind === 'number') return []
  for (const [what, isOne] of [
    ['a number', isNumber],
    ['a date', (cell: Cell) => isIsoForm(String(cell))],
  ] as const) {
    const others = given.filter(({ cell }) => !isOne(cell))
    if (others.length * 2 >= given.length) continue
    return others.map(({ cell, row }) => ({
      row,
      message: `'${cell}' is not ${what}, as others are`,
    }))
  }
  return []
}

/** The key that tells values of x apart: the number of a day, or the name of a band. */
export const keyOf = (x: string | number | Date): string =>
  x instanceof Date ? x.toISOString().replace('T00:00:00.000Z', '') : String(x)

function xOf(cell: Cell, kind: XKind): string | number | Date | undefined {
  if (cell === undefined) return undefined
  if (kind === 'number') return Number(cell)
  return kind === 'date' ? new Date(isoTime(String(cell))) : String(cell)
}
