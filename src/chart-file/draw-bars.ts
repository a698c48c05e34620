import { scaleBand } from 'd3-scale'
import { greatest, least } from '../blocks/index.ts'
import { type ChartLabel, chartFrameFor, type Mark, valueWriter } from '../chart/index.ts'
import { escapeMarkup, type Item, rectangle, rule } from '../core.ts'
import { nameCrowding, omittedNames, xFormat } from './band-names.ts'
import { keyOf } from './chart-data.ts'
import type { ChartMarks, ChartToDraw } from './chart-marks.ts'
import { textOptions } from './frame-texts.ts'
import { ruleInk, seriesInk } from './palette.ts'
import { type ChartNote, isWithin, placedNotes } from './placed-notes.ts'
import { yAxis } from './y-axis.ts'

/** A bar from one value to another. */
interface Bar {
  readonly series: number
  readonly x: string | number | Date
  readonly from: number
  readonly to: number
}

/** Bars side by side, in groups or on top of each other. */
export function drawBars({ texts, chart, width, height }: ChartToDraw): ChartMarks {
  const { data, formats = {}, labels: whichLabels = 'all' } = chart
  const { sheet, language } = texts
  const isStacked = chart.arrangement === 'stacked'
  const bars = isStacked ? stacked(chart.data) : grouped(chart.data)
  const ends = bars.flatMap(({ from, to }) => [from, to])
  const [bottom, top] = [least(ends, 0), greatest(ends, 0)]
  const hasLabels = whichLabels === 'all'
  const line = texts.setPlain('value', '0').height + 4
  const keys = data.xs.map(keyOf)
  const frame = chartFrameFor(texts, {
    width,
    height,
    ...textOptions(chart, texts),
    axes: {
      bottom: {
        scale: range => scaleBand(keys, range).paddingInner(0.22).paddingOuter(0.12),
        ticks: keys,
        format: xFormat(chart, language),
        onCollision: nameCrowding(chart),
        ...(chart.texts?.x !== undefined && { title: chart.texts.x }),
      },
      left: yAxis([bottom, top], chart.texts?.y, formats.y),
    },
    inset: {
      top: hasLabels && top > 0 ? line : 0,
      bottom: hasLabels && bottom < 0 ? line : 0,
    },
  })
  const { plot, axes } = frame
  const names = data.series.map((_, i) => String(i))
  const band = axes.bottom.bandwidth
  const inner = scaleBand(names, [0, band]).padding(names.length > 1 ? 0.05 : 0)
  const write = valueWriter(
    formats.y,
    language,
    bars.map(({ from, to }) => to - from),
  )
  const above: Item[] = []
  const labels: ChartLabel[] = []
  const avoid: Mark[] = []
  for (const { series, x, from, to } of bars) {
    const start = axes.bottom.at(keyOf(x)) - band / 2
    const left = isStacked ? start : start + (inner(String(series)) ?? 0)
    const [a, b] = [axes.left.at(from), axes.left.at(to)]
    const box = {
      x: left,
      y: Math.min(a, b),
      width: isStacked ? band : inner.bandwidth(),
      height: Math.abs(a - b),
    }
    const ink = seriesInk(series, chart, sheet)
    const id = `${data.series[series].name} ${keyOf(x)}`
    above.push(rectangle(box, ink))
    avoid.push({ kind: 'box', box, of: id })
    if (!hasLabels) continue
    const value = to - from
    const toward = value < 0 ? 'bottom' : 'top'
    const prefer = isStacked ? 'center' : 'outside'
    labels.push({
      id,
      text: escapeMarkup(write(value, 0).text),
      at: { kind: 'bar', box, toward, ink, prefer },
      priority: Math.abs(value),
    })
  }
  const right = plot.x + plot.width
  const grid = axes.left.ticks.map(({ at }) =>
    rule([plot.x, at], [right, at], ruleInk(sheet, 0.14)),
  )
  const zero = axes.left.at(0)
  above.push(rule([plot.x, zero], [right, zero], ruleInk(sheet, 0.7)))
  const notes = placedNotes(chart, note => {
    const bar = avoid.find(
      mark => mark.kind === 'box' && mark.of !== undefined && isOf(String(mark.of), note),
    )
    if (bar?.kind !== 'box') return undefined
    const { box } = bar
    // Above its value, where it has one.
    const above = hasLabels ? line : 0
    const y = note.y === undefined ? Math.max(plot.y, box.y - above) : axes.left.at(note.y)
    if (!isWithin(y, plot.y, plot.height)) return undefined
    return { kind: 'point', x: box.x + box.width / 2, y, radius: 2 }
  })
  function isOf(id: string, { x, series }: ChartNote): boolean {
    return data.series.some(
      ({ name }) => (series === undefined || series === name) && id === `${name} ${String(x)}`,
    )
  }
  labels.push(...notes.labels)
  const problems = [...omittedNames(chart, axes.bottom), ...notes.problems]
  return { frame, below: grid, above, labels, avoid, problems }
}

function grouped({ series }: ChartToDraw['chart']['data']): Bar[] {
  return series.flatMap(({ points }, i) =>
    points.flatMap(point => (point ? [{ series: i, x: point.x, from: 0, to: point.y }] : [])),
  )
}

/** Stacks values: positive ones upward, negative ones downward. */
function stacked({ series }: ChartToDraw['chart']['data']): Bar[] {
  const up = new Map<string, number>()
  const down = new Map<string, number>()
  return series.flatMap(({ points }, i) =>
    points.flatMap((point): Bar[] => {
      if (!point) return []
      const sums = point.y < 0 ? down : up
      const key = keyOf(point.x)
      const from = sums.get(key) ?? 0
      sums.set(key, from + point.y)
      return [{ series: i, x: point.x, from, to: from + point.y }]
    }),
  )
}
