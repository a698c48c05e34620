import { valueWriter } from '../chart/index.ts'
import { keyOf } from './chart-data.ts'
import type { ChartDescription } from './read-chart.ts'

/** How names of bands are written: days and numbers as such. */
export function xFormat({ data, formats = {} }: ChartDescription, language: string) {
  const write = valueWriter(formats.x, language)
  const byKey = new Map(data.xs.map(x => [keyOf(x), x]))
  return (key: unknown) => write(byKey.get(String(key)), 0).text
}
