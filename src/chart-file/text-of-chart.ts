import type { ChartPart, ChartTexts } from '../chart/index.ts'
import { parseMarkup } from '../core.ts'
import { atItsPlace, isObject, type Path, pathText } from '../problem/index.ts'
import type { ChartDescription } from './read-chart.ts'

const parts = {
  title: 'title',
  subtitle: 'subtitle',
  source: 'source',
  x: 'axis',
  y: 'axis',
  center: 'center',
} as const
const names = Object.keys(parts) as (keyof typeof parts)[]

/**
 * Adds the location of the chart's first text that can't be set, such as one with an unknown style,
 * to an error; returns other errors unchanged.
 */
export function atTextOfChart(
  error: unknown,
  texts: ChartTexts,
  { texts: words = {}, notes = [], locationOf = pathText }: ChartDescription,
): unknown {
  const wrong = (text: string, part: ChartPart, path: Path): unknown => {
    const name = pathText(path)
    const hasTotal = part === 'center' && text.includes('{total}')
    try {
      const rich = { ...parseMarkup(text).rich, name }
      texts.set(part, { text: rich, ...(hasTotal && { values: { total: '' } }) })
      return undefined
    } catch (thrown) {
      const pathOf = (source: string | undefined) =>
        source === undefined || source === name ? path : undefined
      return atItsPlace(thrown, pathOf, locationOf)
    }
  }
  // From plain JavaScript they may be anything, and that is what was thrown over.
  if (!isObject(words) || !Array.isArray(notes)) return error
  for (const name of names) {
    const problem = wrong(words[name] ?? '', parts[name], ['texts', name])
    if (problem) return problem
  }
  for (const [i, { text }] of notes.entries()) {
    const noteProblem = wrong(text, 'note', ['notes', i, 'text'])
    if (noteProblem) return noteProblem
  }
  return error
}
