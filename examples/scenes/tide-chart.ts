import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { draw, path, plainText, rule, textAlong, type Values } from 'dot-line'
import { type ChartLabel, chartFrameFor, type Point, placeLabels } from 'dot-line/chart'
import type { ChartMark, ChartScene, DemoChart } from './chart-scene.ts'
import { tideAt } from './scenario.ts'

const hours = Array.from({ length: 25 }, (_, hour) => hour)
/** Ten minutes from point to point. */
const times = Array.from({ length: 24 * 6 + 1 }, (_, i) => i / 6)
const highest = 5.4
const turns = [
  { key: 'high', hour: 6.2 },
  { key: 'low', hour: 12.4 },
  { key: 'high', hour: 18.6 },
] as const

/** The height of the tide over a day: notes at its turns, words along the curve, a tick an hour. */
export function tideChart({ texts, catalog, width, height }: ChartScene): DemoChart {
  const { sheet, language } = texts
  const ink = (name: string) => sheet.ink(name)
  const clock = (hour: number) => {
    const minutes = Math.round(hour * 60)
    return `${twoDigits(Math.floor(minutes / 60))}:${twoDigits(minutes % 60)}`
  }
  const metres = new Intl.NumberFormat(language, {
    minimumFractionDigits: 1,
    maximumFractionDigits: 1,
  })
  const port = plainText(catalog.text('ports.quillhaven'))
  const values: Readonly<Record<string, Values>> = {
    title: { port },
    gist: { port, first: clock(turns[0].hour), second: clock(turns[2].hour) },
  }
  const text = (key: string) => catalog.text(`tide.${key}`, values[key])
  const frame = chartFrameFor(texts, {
    width,
    height,
    title: text('title'),
    subtitle: text('subtitle'),
    source: text('source'),
    axes: {
      bottom: {
        scale: range => scaleLinear([0, 24], range),
        ticks: hours,
        format: value => twoDigits(Number(value)),
        onCollision: ['thin'],
      },
      left: {
        scale: range => scaleLinear([0, highest], range),
        ticks: count => scaleLinear([0, highest], [0, 1]).ticks(Math.min(count, 6)),
        format: { number: { minimumFractionDigits: 1 } },
        title: text('axis'),
      },
    },
  })
  const { plot, axes } = frame
  const points = times.map((hour): Point => [axes.bottom.at(hour), axes.left.at(tideAt(hour))])
  const data = line<Point>()(points) ?? ''
  const grid = axes.left.ticks.map(({ at }) =>
    rule([plot.x, at], [plot.x + plot.width, at], ink('line')),
  )
  const curve = path(data, { stroke: { ink: ink('fine'), width: 3 } })
  const labels = turns.map(({ key, hour }, i): ChartLabel => {
    const note = { time: clock(hour), metres: metres.format(tideAt(hour)) }
    const [x, y] = [axes.bottom.at(hour), axes.left.at(tideAt(hour))]
    const sides = key === 'high' ? (['top', 'bottom'] as const) : (['bottom', 'top'] as const)
    return {
      id: `${key} ${i}`,
      text: catalog.text(`tide.${key}`, note),
      part: 'note',
      at: { kind: 'point', x, y, radius: 6, sides },
      maxWidth: plot.width * 0.45,
    }
  })
  const along = [
    { key: 'flood', share: 3.1 / 24 },
    { key: 'ebb', share: 9.3 / 24 },
  ].map(({ key, share }) => {
    const from = Math.round(share * 144) - 12
    const piece = line<Point>()(points.slice(from, from + 25)) ?? ''
    return textAlong(texts.set('tick', text(key)), piece, { gap: 6 })
  })
  const avoid = [{ kind: 'line', points, width: 3 } as const]
  const notes = placeLabels(texts, labels, { within: plot, avoid, gap: 6, leaderInk: ink('quiet') })
  const title = plainText(text('title'))
  const axis = rule(
    [plot.x, plot.y + plot.height],
    [plot.x + plot.width, plot.y + plot.height],
    ink('quiet'),
  )
  const words = along.filter(({ problems }) => problems.length === 0).map(({ item }) => item)
  const options = { width, height, title, language, background: ink('paper') }
  return {
    drawing: draw(options, [grid, axis, curve, words, notes.items, frame.items]),
    marks: hours.map((hour): ChartMark => {
      const [x, y] = [axes.bottom.at(hour), axes.left.at(tideAt(hour))]
      const box = { x: x - 8, y: y - 8, width: 16, height: 16 }
      return { id: String(hour), box, note: `${clock(hour)}: ${metres.format(tideAt(hour))} m` }
    }),
    description: plainText(text('gist')),
    table: {
      caption: title,
      columns: [
        { title: 'h' },
        { title: plainText(text('axis')), format: { number: { maximumFractionDigits: 1 } } },
      ],
      rows: hours.map(hour => [clock(hour), tideAt(hour)]),
      language,
    },
    problems: [...frame.problems, ...notes.problems],
  }
}

const twoDigits = (value: number) => String(value).padStart(2, '0')
