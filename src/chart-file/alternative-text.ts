import type { DataTable } from '../chart/index.ts'
import { valueWriter } from '../chart/index.ts'
import { parseMarkup, plainText } from '../core.ts'
import { wholeYears } from './band-names.ts'
import { keyOf } from './chart-data.ts'
import type { ChartDescription } from './read-chart.ts'

/** The data of a chart as a table: a row for each x, a column for each series. */
export function tableOf(chart: ChartDescription, language: string): DataTable {
  const { texts = {}, x, y, formats = {}, data } = chart
  const formatX = formats.x ?? wholeYears(chart)
  const columns = data.series.map(({ points }) => {
    return new Map(points.flatMap(point => (point ? [[keyOf(point.x), point.y] as const] : [])))
  })
  const only = data.series.length === 1 ? (texts.y ?? [y].flat()[0]) : undefined
  return {
    language,
    ...(texts.title !== undefined && { caption: said(texts.title) }),
    columns: [
      { title: said(texts.x ?? x), ...(formatX && { format: formatX }) },
      ...data.series.map(({ name }) => ({
        title: only === undefined ? name : said(only),
        ...(formats.y && { format: formats.y }),
      })),
    ],
    rows: data.xs.map(at => [at, ...columns.map(column => column.get(keyOf(at)) ?? null)]),
  }
}

/** The least and the most of each series, and where they are: in no language but that of its names. */
export function gistOf(chart: ChartDescription, language: string): string {
  const { data, formats = {} } = chart
  const all = data.series.flatMap(({ points }) => points.map(point => point?.y))
  const writeX = valueWriter(formats.x ?? wholeYears(chart), language, data.xs)
  const writeY = valueWriter(formats.y, language, all)
  return data.series
    .map(({ name, points }) => {
      const there = points.filter(point => point !== undefined)
      if (there.length === 0) return name
      const least = there.reduce((a, b) => (b.y < a.y ? b : a))
      const most = there.reduce((a, b) => (b.y > a.y ? b : a))
      const ends = least.y === most.y ? [most] : [least, most]
      const texts = ends.map(({ x, y }) => `${writeX(x, 0).text} ${writeY(y, 0).text}`)
      return `${name}: ${texts.join(' – ')}`
    })
    .join('; ')
}

/** The characters of markup. */
export const said = (markup: string) => plainText(parseMarkup(markup).rich)
