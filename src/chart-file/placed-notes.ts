import type { ChartLabel } from '../chart/index.ts'
import { nearestName, type Problem, pathText, warningProblem } from '../problem/index.ts'
import { keyOf } from './chart-data.ts'
import type { ChartDescription } from './read-chart.ts'

/** A text at a value. */
export type ChartNote = NonNullable<ChartDescription['notes']>[number]

/** Whether a place of a note is on the plot, or hardly beside it. */
export const isWithin = (at: number, from: number, length: number): boolean =>
  at >= from - 0.5 && at <= from + length + 0.5

/** Places the notes of a chart; reports those that have no place. */
export function placedNotes(
  chart: ChartDescription,
  placeOf: (note: ChartNote) => ChartLabel['at'] | undefined,
): { readonly labels: readonly ChartLabel[]; readonly problems: readonly Problem[] } {
  const { data, notes = [], locationOf = pathText } = chart
  const names = data.series.map(({ name }) => name)
  const labels: ChartLabel[] = []
  const problems: Problem[] = []
  const report = (i: number, message: string, nearest: string | undefined) => {
    const location = locationOf(['notes', i])
    problems.push(
      warningProblem('off-scale', message, { location, ...(nearest !== undefined && { nearest }) }),
    )
  }
  notes.forEach((note, i) => {
    const { x, y, series, text } = note
    if (series !== undefined && !names.includes(series)) {
      report(i, `the chart has no series '${series}' for a note`, nearestName(series, names))
      return
    }
    const at = placeOf(note)
    if (!at) {
      const where = y === undefined ? `'${x}'` : `'${x}', ${y}`
      const nearest = y === undefined ? nearestName(String(x), data.xs.map(keyOf)) : undefined
      report(i, `the chart has no place at ${where} for a note`, nearest)
      return
    }
    labels.push({ id: `note ${i}`, text, part: 'note', at, priority: 1 })
  })
  return { labels, problems }
}
