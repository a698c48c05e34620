import type { LegendPlace, ValueFormat } from '../chart/index.ts'
import {
  aFunction,
  aString,
  checkArguments,
  checkOptions,
  described,
  errorOf,
  errorProblem,
  fieldReport,
  hasFields,
  isObject,
  type Path,
  type Problem,
  readJson,
  type SourceLocation,
} from '../problem/index.ts'
import { type ChartData, chartData } from './chart-data.ts'
import { chartFields, type chartKinds } from './fields.ts'
import { type Table, tableOfCsv, tableOfRows } from './read-table.ts'

/** Options of `readChart`. */
export interface ReadChartOptions {
  /** Name of the description in problems: its file name. */
  readonly source?: string
  /** Gives the text of the CSV file that a chart names. */
  readonly readCsv?: (path: string) => string
}

/** A chart as a file describes it, checked, with its data. */
export interface ChartDescription {
  /** Kind of chart. */
  readonly kind: (typeof chartKinds)[number]
  /** The column of its x. */
  readonly x: string
  /** The columns of its values. */
  readonly y: string | readonly string[]
  /** The column that tells series apart. */
  readonly series?: string
  /** Bars of one x side by side, or stacked. */
  readonly arrangement?: 'grouped' | 'stacked'
  /** Whether marks have value labels. Default: `all`; for lines `none`. */
  readonly labels?: 'all' | 'none'
  /** Width, in units. Default: 800. */
  readonly width?: number
  /** Height, in units. Default: 500. */
  readonly height?: number
  /** BCP 47 tag. */
  readonly language?: string
  /** The chart's own words, by their parts. */
  readonly texts?: {
    readonly title?: string
    readonly subtitle?: string
    readonly source?: string
    readonly x?: string
    readonly y?: string
    /** In the middle of a ring; `{total}` in it is the sum. */
    readonly center?: string
  }
  /** Formats of values. */
  readonly formats?: { readonly x?: ValueFormat; readonly y?: ValueFormat }
  /** Inks of the series, in order: names in the sheet, or colors. */
  readonly inks?: readonly string[]
  /** Possible places of the legend, the best first. */
  readonly legend?: readonly LegendPlace[]
  /** Whether lines and points begin at zero. Default: if that costs less than half of the height. */
  readonly includeZero?: boolean
  /** Texts at values, which point at them. */
  readonly notes?: readonly {
    readonly x: string | number
    readonly y?: number
    readonly series?: string
    readonly text: string
  }[]
  /** Its data. */
  readonly data: ChartData
  /** Place of a part in its file, for problems: `['inks', 0]`. */
  locationOf?(path: Path): SourceLocation | string
  /** Warnings: values that are missing. */
  readonly problems: readonly Problem[]
}

/**
 * Reads the description of a chart in JSON, and its rows or the CSV file that it names. Throws a
 * `DotLineError` with all mistakes, each with its place.
 *
 * @param json The text of a chart file.
 * @returns The chart with its data, checked.
 * @throws `bad-json`, `bad-chart`, `bad-value`, `missing-rows` and others, each with line and column.
 * @example
 * readChart(json, { source: 'passengers.json', readCsv: name => readFileSync(name, 'utf8') })
 */
export function readChart(json: string, options: ReadChartOptions = {}): ChartDescription {
  checkArguments('readChart', ['json', json, aString])
  checkOptions('readChart', options, { source: aString, readCsv: aFunction })
  const { source = 'chart' } = options
  const { value, locationOf, problems: twice } = readJson(json, source)
  const { report, problems: found } = fieldReport(locationOf, twice)
  if (!isObject(value)) {
    report([], 'bad-chart', `a chart is an object, not ${described(value)}`)
    throw errorOf(found)
  }
  const isAsSaid = hasFields(value, chartFields, ['kind', 'x', 'y'], report, 'a chart')
  if ((value.rows === undefined) === (value.csv === undefined)) {
    const message =
      value.rows === undefined ? "'rows' or 'csv' is missing" : "'rows' and 'csv' are both there"
    report([], 'missing-property', message, {
      hint: 'a chart has rows of its own, or those of a file',
    })
  }
  if (found.length > 0 || !isAsSaid) throw errorOf(found)
  const { rows, csv, kind, x, y, series } = value
  const table = rows
    ? tableOfRows(rows, locationOf)
    : csvTable(csv ?? '', options, locationOf(['csv']), found)
  if (found.length > 0 || !table) throw errorOf(found)
  const { data, problems } = chartData(
    table,
    { x, y, series, isUnique: uniqueIn[kind], isPositive: kind === 'ring' },
    {
      x: locationOf(['x']),
      y: locationOf(['y']),
      series: locationOf(['series']),
      all: locationOf([rows ? 'rows' : 'csv']),
    },
  )
  if (!data || problems.some(({ severity }) => severity === 'error')) throw errorOf(problems)
  return { ...value, data, problems, locationOf }
}

/** The kinds of chart in which each x must be unique; lines may repeat one. */
const uniqueIn = { bars: 'always', ring: 'always', lines: 'usually', points: 'never' } as const

function csvTable(
  path: string,
  { readCsv }: ReadChartOptions,
  location: NonNullable<Problem['location']>,
  found: Problem[],
): Table | undefined {
  if (!readCsv) {
    const hint = 'give readCsv: path => its text, or rows'
    found.push(errorProblem('missing-csv', `the chart names the file ${path}`, { location, hint }))
    return undefined
  }
  const { table, problems } = tableOfCsv(readCsv(path), path)
  found.push(...problems)
  return table
}
