import { type ChartTexts, type DataTable, type PlacedLabels, placeLabels } from '../chart/index.ts'
import { type Drawing, draw, type InkOrName, type Item, rectangle } from '../core.ts'
import {
  anObject,
  anything,
  checkArguments,
  checkOptions,
  fail,
  isObject,
  type Problem,
} from '../problem/index.ts'
import { gistOf, said, tableOf } from './alternative-text.ts'
import { drawBars } from './draw-bars.ts'
import { drawLines } from './draw-lines.ts'
import { drawRing } from './draw-ring.ts'
import type { ChartDescription } from './read-chart.ts'
import { atTextOfChart } from './text-of-chart.ts'

/** Options of `drawChart`. */
export interface DrawChartOptions {
  /** In units; those of the description, or else 800 by 500. */
  readonly width?: number
  /** Height, in units. Default: that of the description. */
  readonly height?: number
  /** Background. Default: none. */
  readonly background?: InkOrName
}

/** A chart that was drawn. */
export interface DrawnChart {
  /** With a title, and a description of the least and the most of each series. */
  readonly drawing: Drawing
  /** The data, for `dataTableHtml`. */
  readonly table: DataTable
  /** Ids of labels for which there was no room. */
  readonly omitted: readonly string[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/**
 * Draws a chart that was read: bars, lines, points or a ring, with all of its texts.
 *
 * @param chart Result of `readChart`.
 * @returns The drawing, its data as a table, omitted labels, and problems.
 * @example
 * drawChart(texts, readChart(json), { width: 600 }).drawing
 */
export function drawChart(
  texts: ChartTexts,
  chart: ChartDescription,
  options: DrawChartOptions = {},
): DrawnChart {
  checkArguments('drawChart', ['texts', texts, anObject], ['chart', chart, anObject])
  checkOptions('drawChart', options, { width: anything, height: anything, background: anything })
  if (!isObject(chart.data))
    fail('bad-chart', 'the chart has no data', { hint: 'readChart() gives a chart' })
  try {
    return drawn(texts, chart, options)
  } catch (error) {
    throw atTextOfChart(error, texts, chart)
  }
}

function drawn(texts: ChartTexts, chart: ChartDescription, options: DrawChartOptions): DrawnChart {
  const width = options.width ?? chart.width ?? 800
  const height = options.height ?? chart.height ?? 500
  const toDraw = { texts, chart, width, height }
  const { kind } = chart
  const marks =
    kind === 'bars' ? drawBars(toDraw) : kind === 'ring' ? drawRing(toDraw) : drawLines(toDraw)
  const { frame } = marks
  const placed = placeLabels(texts, marks.labels, {
    within: frame.plot,
    avoid: marks.avoid,
    gap: 2,
  })
  const title = chart.texts?.title === undefined ? undefined : said(chart.texts.title)
  const table = tableOf(chart, texts.language)
  const description = gistOf(chart, texts.language)
  const { background } = options
  const shown = draw(
    {
      width,
      height,
      language: texts.language,
      description,
      sheet: texts.sheet,
      ...(title !== undefined && { title }),
      ...(background !== undefined && { background }),
    },
    [marks.below, groundsOf(placed, background, texts), marks.above, placed.items, frame.items],
  )
  return {
    drawing: shown,
    table,
    omitted: placed.omitted,
    problems: [...chart.problems, ...frame.problems, ...placed.problems, ...(marks.problems ?? [])],
  }
}

/** Grid lines stop short of the figures they would run through. */
function groundsOf(
  { labels }: PlacedLabels,
  background: InkOrName | undefined,
  { sheet }: ChartTexts,
): readonly Item[] {
  if (background === undefined) return []
  return labels.map(({ text: { box } }) => rectangle(box, background, 0, sheet))
}
