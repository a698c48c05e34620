import { valueWriter } from '../chart/index.ts'
import type { ChartDescription } from './read-chart.ts'

/** What bands are told apart by: days by their number, which is what a band of them is called. */
export const keyOf = (x: string | number | Date): string =>
  x instanceof Date ? x.toISOString().replace('T00:00:00.000Z', '') : String(x)

/** How names of bands are written: days and numbers as such. */
export function xFormat({ data, formats = {} }: ChartDescription, language: string) {
  const write = valueWriter(formats.x, language)
  const byKey = new Map(data.xs.map(x => [keyOf(x), x]))
  return (key: unknown) => write(byKey.get(String(key)), 0).text
}
