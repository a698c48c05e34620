import type { ChartPart, ChartTexts } from '../chart/index.ts'
import { parseMarkup } from '../core.ts'
import { atItsPlace, type Path, pathText } from '../problem/index.ts'
import type { ChartDescription } from './read-chart.ts'

const parts = {
  title: 'title',
  subtitle: 'subtitle',
  source: 'source',
  x: 'axis',
  y: 'axis',
  center: 'center',
} as const

/** Sets each of a chart's own words: what is thrown over one, such as a style that is none, tells its place. */
export function checkChartTexts(texts: ChartTexts, chart: ChartDescription) {
  const { locationOf = pathText } = chart
  const check = (text: string, part: ChartPart, path: Path) => {
    const name = pathText(path)
    const rich = { ...parseMarkup(text).rich, name }
    const hasTotal = part === 'center' && text.includes('{total}')
    try {
      texts.set(part, { text: rich, ...(hasTotal && { values: { total: '' } }) })
    } catch (error) {
      const pathOf = (source: string | undefined) =>
        source === undefined || source === name ? path : undefined
      throw atItsPlace(error, pathOf, locationOf)
    }
  }
  for (const [name, text] of Object.entries(chart.texts ?? {})) {
    const part = Object.entries(parts).find(([known]) => known === name)?.[1]
    if (part && text !== undefined) check(text, part, ['texts', name])
  }
  for (const [i, { text }] of (chart.notes ?? []).entries())
    check(text, 'note', ['notes', i, 'text'])
}
