import { pie } from 'd3-shape'
import { greatest } from '../blocks/index.ts'
import {
  type ChartLabel,
  centerText,
  chartFrameFor,
  type Mark,
  valueWriter,
} from '../chart/index.ts'
import { arc, escapeMarkup } from '../core.ts'
import { DotLineError, errorProblem, warningProblem } from '../problem/index.ts'
import { xFormat } from './band-names.ts'
import { keyOf } from './chart-data.ts'
import type { ChartMarks, ChartToDraw } from './chart-marks.ts'
import { eachOnce } from './each-once.ts'
import { textOptions } from './frame-texts.ts'
import { seriesInk } from './palette.ts'
import { placedNotes } from './placed-notes.ts'

/** Width of the ring, as a share of its radius. */
const thickness = 0.42

/** Whole percents; of less than one, the first figure that is not 0. */
function shareWriter(language: string): (share: number) => string {
  const whole = new Intl.NumberFormat(language, { style: 'percent', maximumFractionDigits: 0 })
  const small = new Intl.NumberFormat(language, { style: 'percent', maximumSignificantDigits: 1 })
  return share => (share > 0 && share < 0.01 ? small : whole).format(share)
}

/** Maximum number of slices with labels. */
const mostLabels = 500

/** Between the text in the middle and the ring, as a share of its inner radius. */
const centerGap = 0.14

/** A ring of the first series: shares on the slices, a legend of their names, a text in the middle. */
export function drawRing({ texts, chart, width, height }: ChartToDraw): ChartMarks {
  const { data, formats = {}, labels: whichLabels = 'all' } = chart
  const { sheet, language } = texts
  if (data.series.length > 1) {
    const message = `a ring has one series, not ${data.series.length}`
    throw new DotLineError(errorProblem('bad-chart', message, { hint: 'use bars, stacked' }))
  }
  const points = data.series[0].points.filter(point => point !== undefined)
  const total = points.reduce((sum, { y }) => sum + y, 0)
  const writeX = xFormat(chart, language)
  const names = points.map(({ x }) => writeX(keyOf(x)))
  const around = textOptions(chart, texts, 'square', names.length === 1 ? [] : names)
  const legend = { ...around.legend, places: chart.legend ?? (['right', 'bottom'] as const) }
  const entries = names.map((name, i) => ({
    text: escapeMarkup(name),
    ink: seriesInk(i, chart, sheet),
  }))
  const frame = chartFrameFor(texts, { width, height, ...around, legend: { ...legend, entries } })
  const { plot } = frame
  const line = texts.setPlain('value', '0').height
  const room = Math.min(plot.width, plot.height) / 2 - Math.min(line * 1.5, plot.height * 0.12)
  const radius = Math.max(0, room)
  const [x, y] = [plot.x + plot.width / 2, plot.y + plot.height / 2]
  const innerRadius = radius * (1 - thickness)
  const writeShare = shareWriter(language)
  // Shares of the largest, as sums of the least numbers there are would not divide.
  const most = greatest(points.map(({ y }) => y))
  const turns = pie().sort(null)(points.map(({ y }) => (most > 0 ? y / most : 0)))
  const slices = turns.map(({ startAngle, endAngle }) => ({
    from: 90 - (endAngle * 180) / Math.PI,
    to: 90 - (startAngle * 180) / Math.PI,
  }))
  const above = slices.map(({ from, to }, i) => {
    return arc(x, y, { radius, innerRadius, from, to }, { fill: seriesInk(i, chart, sheet) })
  })
  const idOf = eachOnce()
  const ids = names.map(idOf)
  const disk: Mark = { kind: 'circle', x, y, radius, of: ids }
  const labels = slices.map((slice, i): ChartLabel => {
    const share = total > 0 ? points[i].y / total : 0
    const ink = seriesInk(i, chart, sheet)
    const at = { kind: 'slice', x, y, innerRadius, radius, ...slice, ink } as const
    return { id: ids[i], text: escapeMarkup(writeShare(share)), at, priority: points[i].y }
  })
  // With thousands of slices most are narrower than a digit: only the largest have labels.
  const largest = new Set(
    labels.toSorted((a, b) => (b.priority ?? 0) - (a.priority ?? 0)).slice(0, mostLabels),
  )
  const shownLabels = labels.filter(label => largest.has(label))
  const without = labels.length - shownLabels.length
  const omitted =
    without > 0 && whichLabels === 'all'
      ? [
          warningProblem('label-omitted', `there is no room for the labels of ${without} slices`, {
            hint: 'put the smallest together, or use bars',
          }),
        ]
      : []
  const { center } = chart.texts ?? {}
  const hole = { x, y, radius: innerRadius }
  const sum = valueWriter(formats.y, language, [total])(total, 0).text
  const middle =
    center === undefined
      ? undefined
      : centerText(texts, filled(center, sum), hole, { gap: innerRadius * centerGap })
  const notes = placedNotes(chart, note => {
    const i = points.findIndex(point => keyOf(point.x) === String(note.x))
    if (i < 0) return undefined
    const middleOf = ((slices[i].from + slices[i].to) / 2 / 180) * Math.PI
    const away = radius + 2
    return {
      kind: 'point',
      x: x + away * Math.cos(middleOf),
      y: y - away * Math.sin(middleOf),
      radius: 2,
    }
  })
  return {
    frame,
    below: [],
    above: [...above, ...(middle?.text ? [middle.text.item] : [])],
    labels: [...(whichLabels === 'all' ? shownLabels : []), ...notes.labels],
    avoid: [disk],
    problems: [...(middle?.problems ?? []), ...omitted, ...notes.problems],
  }
}

/** A text with the sum, where it asks for it. */
function filled(text: string, total: string) {
  return text.includes('{total}') ? { text, values: { total } } : text
}
