import { scaleLinear, scalePoint, scaleUtc } from 'd3-scale'
import { line } from 'd3-shape'
import { isoTime } from '../blocks/index.ts'
import {
  type ChartAxis,
  type ChartLabel,
  chartFrameFor,
  type Mark,
  type Point,
  valueWriter,
} from '../chart/index.ts'
import { circle, escapeMarkup, type Item, path, rule } from '../core.ts'
import type { Problem } from '../problem/index.ts'
import { nameCrowding, omittedNames, wholeYears, xFormat } from './band-names.ts'
import { type DataPoint, keyOf } from './chart-data.ts'
import type { ChartMarks, ChartToDraw } from './chart-marks.ts'
import { eachOnce } from './each-once.ts'
import { textOptions } from './frame-texts.ts'
import { ruleInk, seriesInk } from './palette.ts'
import { isWithin, placedNotes } from './placed-notes.ts'
import { soundDomain, yAxis } from './y-axis.ts'

const radius = 4
const halfDay = 43_200_000

/** Lines through points, or the points alone; series are named at the ends of lines where they have room. */
export function drawLines({ texts, chart, width, height }: ChartToDraw): ChartMarks {
  const { data, formats = {}, kind } = chart
  const { sheet, language } = texts
  const isLine = kind === 'lines'
  const values = data.series.flatMap(({ points }) => points.flatMap(point => point?.y ?? []))
  const range = rangeOf(values, chart.includeZero)
  const frame = chartFrameFor(texts, {
    width,
    height,
    ...textOptions(chart, texts, isLine ? 'line' : 'circle'),
    axes: {
      bottom: xAxis(chart, language),
      left: yAxis(range, chart.texts?.y, formats.y),
    },
    // Marks that begin at zero stand on the axis.
    inset: { top: 10, right: 10, bottom: range[0] === 0 ? 0 : 10, left: 10 },
  })
  const { plot, axes } = frame
  const at = (point: DataPoint): Point => [axes.bottom.at(keyOf(point.x)), axes.left.at(point.y)]
  const above: Item[] = []
  const labels: ChartLabel[] = []
  const avoid: Mark[] = []
  const write = valueWriter(formats.y, language, values)
  const idOf = eachOnce()
  data.series.forEach(({ name, points }, i) => {
    const ink = seriesInk(i, chart, sheet)
    for (const stretch of stretches(points)) {
      const places = stretch.map(at)
      if (isLine && places.length > 1) {
        above.push(path(line<Point>()(places) ?? '', { stroke: { ink, width: 2.5 } }))
        avoid.push({ kind: 'line', points: places, width: 2.5 })
      }
      places.forEach(([x, y], j) => {
        const id = idOf(`${name} ${keyOf(stretch[j].x)}`)
        // A value alone would not be seen as a line.
        if (!isLine || places.length === 1) above.push(circle(x, y, radius, { fill: ink }))
        if (!isLine) avoid.push({ kind: 'circle', x, y, radius, of: id })
        const isAsked = chart.labels === 'all' || (chart.labels === undefined && !isLine)
        if (!isAsked) return
        const at = { kind: 'point', x, y, radius: isLine ? 3 : radius, reach: 0 } as const
        labels.push({ id, text: escapeMarkup(write(stretch[j].y, 0).text), at })
      })
    }
  })
  const problems: Problem[] = omittedNames(chart, axes.bottom)
  const notes = placedNotes(chart, note => {
    const lines = data.series
      .filter(({ name }) => note.series === undefined || note.series === name)
      .flatMap(({ points }) => points.filter(point => point && isAt(point.x, note.x)))
      .find(point => point !== undefined)
    const value = note.y ?? lines?.y
    const key = lines ? keyOf(lines.x) : keyOnAxis(chart, note.x)
    if (value === undefined || key === undefined) return undefined
    const [x, y] = [axes.bottom.at(key), axes.left.at(value)]
    const isInside = isWithin(x, plot.x, plot.width) && isWithin(y, plot.y, plot.height)
    return isInside ? { kind: 'point', x, y, radius: radius + 2 } : undefined
  })
  labels.push(...notes.labels)
  problems.push(...notes.problems)
  const right = plot.x + plot.width
  const floor = plot.y + plot.height
  const below = [
    ...axes.left.ticks.map(({ at: y }) => rule([plot.x, y], [right, y], ruleInk(sheet, 0.14))),
    rule([plot.x, floor], [right, floor], ruleInk(sheet, 0.7)),
  ]
  return { frame, below, above, labels, avoid, problems }
}

/** The axis's key for a value of x without a y; undefined if it isn't on the axis. */
function keyOnAxis({ data }: ChartToDraw['chart'], x: string | number): string | undefined {
  const key = String(x)
  if (data.xKind === 'name') return data.xs.map(keyOf).includes(key) ? key : undefined
  return Number.isFinite(data.xKind === 'date' ? isoTime(key) : Number(key)) ? key : undefined
}

const isAt = (x: DataPoint['x'], note: string | number) =>
  x instanceof Date ? x.getTime() === isoTime(String(note)) : String(x) === String(note)

/** Points that follow each other without a gap. */
function stretches(points: readonly (DataPoint | undefined)[]): DataPoint[][] {
  const all: DataPoint[][] = [[]]
  for (const point of points) {
    if (point) all[all.length - 1].push(point)
    else all.push([])
  }
  return all.filter(({ length }) => length > 0)
}

/** From zero, where that is asked for, or costs less than half of the height. */
function rangeOf(values: readonly number[], zero: boolean | undefined): [number, number] {
  let [least, most] = [Infinity, -Infinity]
  for (const value of values) {
    least = Math.min(least, value)
    most = Math.max(most, value)
  }
  const isNear = least > 0 ? least < (most - least) * 1.0001 : most < 0 && -most < most - least
  if (zero ?? isNear) return [Math.min(0, least), Math.max(0, most)]
  return [least, most]
}

/** An axis of names side by side, of numbers or of days; values go by their keys, which are strings. */
function xAxis(chart: ChartToDraw['chart'], language: string): ChartAxis<(key: string) => number> {
  const { data, texts = {} } = chart
  const title = texts.x === undefined ? {} : { title: texts.x }
  const keys = data.xs.map(keyOf)
  if (data.xKind === 'name') {
    return {
      scale: range => {
        const scale = scalePoint(keys, range).padding(keys.length > 1 ? 0.2 : 0.5)
        return key => scale(key) ?? Number.NaN
      },
      ticks: keys,
      format: xFormat(chart, language),
      onCollision: nameCrowding(chart),
      ...title,
    }
  }
  const isDate = data.xKind === 'date'
  const numbers = data.xs.map(Number)
  const [least, most] = rangeOf(numbers, false)
  // A single day gets half a day on each side.
  const domain =
    isDate && least === most ? [least - halfDay, most + halfDay] : soundDomain(least, most)
  const numberOf = (key: string) => (isDate ? isoTime(key) : Number(key))
  const ticks = isDate
    ? (count: number) => dateTicks(numbers, domain, count)
    : (count: number) => numberTicks(numbers, domain, count)
  const write = xWriter(chart, language, ticks(usualTicks))
  return {
    scale: range => {
      const scale = scaleLinear(domain, range)
      return key => scale(numberOf(key))
    },
    // Two ticks with the same text would contradict each other.
    ticks: count => {
      const values = ticks(count)
      const write = xWriter(chart, language, values)
      const texts = new Set<string>()
      return values
        .filter(value => {
          const text = write(value)
          return !texts.has(text) && texts.add(text)
        })
        .map(value => (isDate ? keyOf(new Date(value)) : String(value)))
    },
    format: key => write(numberOf(String(key))),
    ...title,
  }
}

/** So many give an idea of how close together ticks stand. */
const usualTicks = 10
const day = 86_400_000

/** Ticks of days: at days only, and if there are few, at the days of the data. */
function dateTicks(times: readonly number[], domain: readonly number[], count: number): number[] {
  const areDays = times.every(time => time % day === 0)
  if (areDays && times.length <= count) return [...times].sort((a, b) => a - b)
  const ticks = scaleUtc(domain, [0, 1]).ticks(count).map(Number)
  return areDays ? ticks.filter(time => time % day === 0) : ticks
}

/** Ticks of whole numbers: at whole numbers only. */
function numberTicks(
  numbers: readonly number[],
  domain: readonly number[],
  count: number,
): number[] {
  const ticks = scaleLinear(domain, [0, 1]).ticks(count)
  return numbers.every(Number.isInteger) ? ticks.filter(Number.isInteger) : ticks
}

/** Writes numbers, and times as dates, as they stand on the axis. */
function xWriter(chart: ChartToDraw['chart'], language: string, ticks: readonly number[]) {
  const isDate = chart.data.xKind === 'date'
  const areDays = chart.data.xs.every(x => Number(x) % day === 0)
  const format =
    chart.formats?.x ??
    (isDate && !areDays
      ? { date: { dateStyle: 'medium', timeStyle: 'short' } as const }
      : wholeYears(chart))
  const write = valueWriter(format, language, ticks)
  return (value: number) => write(isDate ? new Date(value) : value, 0).text
}
