import { scaleBand, scaleLinear } from 'd3-scale'
import { draw, type Item, plainText, rectangle, rule, type Values } from 'dot-line'
import { type ChartLabel, chartFrameFor, type Mark, placeLabels } from 'dot-line/chart'
import type { ChartMark, ChartScene, DemoChart } from './chart-scene.ts'
import { portPassengers } from './scenario.ts'

/** April to September. */
const months = [3, 4, 5, 6, 7, 8].map(month => new Date(Date.UTC(2025, month)))
const inks = { quillhaven: 'fine', ardle: 'mark', thistle: 'warning' } as const
const monthFormat = { month: 'short', timeZone: 'UTC' } as const
const thousands = { minimumFractionDigits: 1 } as const

/** Passengers a month and port: bars in groups, each with its value over it while there is room. */
export function passengersChart({ texts, catalog, width, height }: ChartScene): DemoChart {
  const { sheet, language } = texts
  const ink = (name: string) => sheet.ink(name)
  const port = (name: string) => plainText(catalog.text(`ports.${name}`))
  const values: Readonly<Record<string, Values>> = {
    subtitle: { year: '2025' },
    gist: { year: '2025', port: port('quillhaven') },
  }
  const text = (key: string) => catalog.text(`chart.${key}`, values[key])
  const most = Math.max(...portPassengers.flatMap(series => series.months))
  const frame = chartFrameFor(texts, {
    width,
    height,
    title: text('title'),
    subtitle: text('subtitle'),
    source: text('source'),
    axes: {
      bottom: {
        scale: range => scaleBand(months, range).paddingInner(0.2).paddingOuter(0.1),
        ticks: months,
        format: { date: monthFormat },
        onCollision: ['angle', 'thin'],
      },
      left: {
        scale: range => scaleLinear([0, most], range),
        ticks: count => scaleLinear([0, most], [0, 1]).ticks(count),
        title: text('axis'),
      },
    },
    legend: {
      entries: portPassengers.map(series => ({
        text: catalog.text(`ports.${series.port}`),
        ink: ink(inks[series.port]),
      })),
    },
    inset: { top: texts.setPlain('value', '0').height + 6 },
  })
  const { plot, axes } = frame
  const floor = plot.y + plot.height
  const within = scaleBand(
    portPassengers.map(series => series.port),
    [0, axes.bottom.bandwidth],
  ).padding(0.06)
  const numbers = new Intl.NumberFormat(language, thousands)
  const names = new Intl.DateTimeFormat(language, { month: 'long', timeZone: 'UTC' })
  const bars: Item[] = []
  const labels: ChartLabel[] = []
  const avoid: Mark[] = []
  const marks: ChartMark[] = []
  for (const series of portPassengers) {
    series.months.forEach((value, i) => {
      const x = axes.bottom.at(months[i]) - axes.bottom.bandwidth / 2 + (within(series.port) ?? 0)
      const y = axes.left.at(value)
      const box = { x, y, width: within.bandwidth(), height: floor - y }
      const id = `${series.port} ${i}`
      bars.push(rectangle(box, ink(inks[series.port])))
      avoid.push({ kind: 'box', box, of: id })
      labels.push({
        id,
        text: numbers.format(value),
        at: { kind: 'bar', box, toward: 'top', ink: ink(inks[series.port]) },
        priority: value,
      })
      const note = `${port(series.port)}, ${names.format(months[i])}: ${numbers.format(value)}`
      marks.push({ id, box, note })
    })
  }
  const grid = axes.left.ticks.map(({ at }) =>
    rule([plot.x, at], [plot.x + plot.width, at], ink('line')),
  )
  const placed = placeLabels(texts, labels, { within: plot, avoid, gap: 2 })
  // Grid lines stop short of the figures they would run through.
  const grounds = placed.labels.map(({ text: { box } }) => rectangle(box, ink('paper')))
  const axis = rule([plot.x, floor], [plot.x + plot.width, floor], ink('quiet'))
  const title = plainText(text('title'))
  const options = { width, height, title, language, background: ink('paper') }
  return {
    drawing: draw(options, [grid, grounds, bars, axis, placed.items, frame.items]),
    marks,
    description: plainText(text('gist')),
    table: {
      caption: title,
      columns: [
        { title: plainText(text('month')), format: { date: { month: 'long', timeZone: 'UTC' } } },
        ...portPassengers.map(series => ({
          title: port(series.port),
          format: { number: thousands },
        })),
      ],
      rows: months.map((month, i) => [month, ...portPassengers.map(series => series.months[i])]),
      language,
    },
    problems: [...frame.problems, ...placed.problems],
  }
}
