import {
  type CollisionRemedy,
  type SolvedAxis,
  type ValueFormat,
  valueWriter,
} from '../chart/index.ts'
import { type Problem, shortText, warningProblem } from '../problem/index.ts'
import { keyOf } from './chart-data.ts'
import type { ChartDescription } from './read-chart.ts'

/** Whole numbers that may be years are written without separators between their thousands. */
export function wholeYears({ data }: ChartDescription): ValueFormat | undefined {
  const areYears =
    data.xKind === 'number' &&
    data.xs.every(x => Number.isInteger(x) && Number(x) >= 1000 && Number(x) < 3000)
  return areYears ? { number: { useGrouping: false } } : undefined
}

/** The format of names of bands: days and numbers are written as such. */
export function xFormat(chart: ChartDescription, language: string) {
  const { data, formats = {} } = chart
  const write = valueWriter(formats.x ?? wholeYears(chart), language, data.xs)
  const byKey = new Map(data.xs.map(x => [keyOf(x), x]))
  return (key: unknown) => write(byKey.get(String(key)), 0).text
}

/** Remedies for names that collide: you can guess the next day, but not the next name. */
export const nameCrowding = ({ data }: ChartDescription): readonly CollisionRemedy[] =>
  data.xKind === 'name' ? ['wrap', 'angle', 'shorten', 'thin'] : ['wrap', 'angle', 'thin']

/** So many are named. */
const mostNamed = 3

/** Problems for names without room. */
export function omittedNames({ data }: ChartDescription, { ticks }: SolvedAxis): Problem[] {
  const gone = ticks.filter(({ isShown }) => !isShown)
  if (data.xKind !== 'name' || gone.length === 0) return []
  const named = gone.slice(0, mostNamed).map(({ text }) => shortText(text))
  const names = [...named, ...(gone.length > mostNamed ? ['…'] : [])].join(', ')
  const message = `there is no room for ${gone.length} of ${ticks.length} names of the axis: ${names}`
  const hint = 'make the chart larger, or its texts smaller'
  return [warningProblem('text-omitted', message, { hint })]
}
