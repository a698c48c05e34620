import type { ChartLegend, ChartTexts } from '../chart/index.ts'
import { escapeMarkup } from '../core.ts'
import { seriesInk } from './palette.ts'
import type { ChartDescription } from './read-chart.ts'

/** The texts around a chart, and its legend where it has more than one series. */
export function textOptions(
  chart: ChartDescription,
  texts: ChartTexts,
  mark: 'square' | 'line' | 'circle' = 'square',
  names: readonly string[] = chart.data.series.map(({ name }) => name),
) {
  const { title, subtitle, source } = chart.texts ?? {}
  const legend: ChartLegend = {
    entries: names.map((name, i) => ({
      text: escapeMarkup(name),
      ink: seriesInk(i, chart, texts.sheet),
      mark,
    })),
    places: chart.legend ?? ['top', 'bottom'],
  }
  return {
    ...(title !== undefined && { title }),
    ...(subtitle !== undefined && { subtitle }),
    ...(source !== undefined && { source }),
    ...(names.length > 1 && { legend }),
  }
}
