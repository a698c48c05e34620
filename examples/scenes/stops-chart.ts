import { scaleLinear, scaleUtc } from 'd3-scale'
import { line } from 'd3-shape'
import { circle, draw, type Item, path, plainText, rectangle, rule, type Values } from 'dot-line'
import { type ChartLabel, chartFrameFor, type Mark, type Point, placeLabels } from 'dot-line/chart'
import type { ChartMark, ChartScene, DemoChart } from './chart-scene.ts'
import { morningStops, portsSouthward } from './scenario.ts'

const boats = ['Tern', 'Little Auk', 'Sea Holly', 'Marigold']
const inks = ['fine', 'mark', 'warning', 'text'] as const
const miles = new Map<string, number>(portsSouthward.map(({ port, miles }) => [port, miles]))
const ports = portsSouthward.map(({ port }) => port)
const radius = 3.5

/** A minute of the morning as a time. */
const timeOf = (minute: number) => new Date(Date.UTC(2025, 11, 4, 0, minute))
const first = timeOf(420)
const last = timeOf(Math.max(...morningStops.map(({ minute }) => minute)) + 4)

/** A timetable graph: four boats, sixty stops, each with its minute, as many as have room. */
export function stopsChart({ texts, catalog, width, height }: ChartScene): DemoChart {
  const { sheet, language } = texts
  const ink = (name: string) => sheet.ink(name)
  const portName = (port: string) => plainText(catalog.text(`ports.${port}`))
  const season = plainText(catalog.text('stops.season'))
  const values: Readonly<Record<string, Values>> = {
    subtitle: { season },
    gist: { count: String(morningStops.length), boat: boats[0] },
  }
  const text = (key: string) => catalog.text(`stops.${key}`, values[key])
  const clock = { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone: 'UTC' } as const
  const times = new Intl.DateTimeFormat(language, clock)
  const names = boats.map(boat => texts.setPlain('legend', boat).width)
  const frame = chartFrameFor(texts, {
    width,
    height,
    title: text('title'),
    subtitle: text('subtitle'),
    source: text('source'),
    axes: {
      bottom: {
        scale: range => scaleUtc([first, last], range),
        ticks: count => scaleUtc([first, last], [0, 1]).ticks(count),
        format: { date: clock },
      },
      left: {
        scale: ([south, north]) => {
          const down = scaleLinear([0, 18], [north, south])
          return (port: string) => down(miles.get(port) ?? 0)
        },
        ticks: ports,
        format: value => portName(String(value)),
      },
    },
    inset: { top: 14, bottom: 14, left: 8, right: Math.min(Math.max(...names) + 18, width * 0.25) },
  })
  const { plot, axes } = frame
  const at = ({ minute, port }: { minute: number; port: string }): Point => [
    axes.bottom.at(timeOf(minute)),
    axes.left.at(port),
  ]
  const lines: Item[] = []
  const avoid: Mark[] = []
  const labels: ChartLabel[] = []
  const marks: ChartMark[] = []
  boats.forEach((boat, i) => {
    const stops = morningStops.filter(stop => stop.boat === boat)
    const points = stops.map(at)
    lines.push(path(line<Point>()(points) ?? '', { stroke: { ink: ink(inks[i]), width: 2 } }))
    avoid.push({ kind: 'line', points, width: 2 })
    const [endX, endY] = points[points.length - 1]
    labels.push({
      id: boat,
      text: boat,
      part: 'legend',
      at: { kind: 'line-end', x: endX + radius + 3, y: endY },
      priority: 2,
    })
    stops.forEach((stop, j) => {
      const [x, y] = points[j]
      const id = `${boat} ${j}`
      lines.push(circle(x, y, radius, { fill: ink(inks[i]) }))
      avoid.push({ kind: 'circle', x, y, radius, of: id })
      labels.push({
        id,
        text: String(stop.minute % 60).padStart(2, '0'),
        part: 'tick',
        at: { kind: 'point', x, y, radius, reach: 40 },
      })
      const note = { boat, port: portName(stop.port), time: times.format(timeOf(stop.minute)) }
      const box = { x: x - 8, y: y - 8, width: 16, height: 16 }
      marks.push({ id, box, note: plainText(catalog.text('stops.note', note)) })
    })
  })
  const grid = axes.left.ticks.map(({ at: y }) =>
    rule([plot.x, y], [plot.x + plot.width, y], ink('line')),
  )
  const placed = placeLabels(texts, labels, {
    within: plot,
    avoid,
    gap: 1.5,
    leaderInk: ink('quiet'),
    leaderWidth: 0.75,
  })
  // Grid lines stop short of the figures they would run through.
  const grounds = placed.labels.map(({ text: { box } }) => rectangle(box, ink('paper')))
  const title = plainText(text('title'))
  const options = { width, height, title, language, background: ink('paper') }
  return {
    drawing: draw(options, [grid, grounds, lines, placed.items, frame.items]),
    marks,
    description: plainText(text('gist')),
    table: {
      caption: title,
      columns: [{ title: plainText(text('axis')) }, ...boats.map(title => ({ title }))],
      rows: ports.map(port => [
        portName(port),
        ...boats.map(boat =>
          morningStops
            .filter(stop => stop.port === port && stop.boat === boat)
            .map(({ minute }) => times.format(timeOf(minute)))
            .join(', '),
        ),
      ]),
      language,
    },
    problems: [...frame.problems, ...placed.problems],
  }
}
