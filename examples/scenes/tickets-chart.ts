import { pie } from 'd3-shape'
import { arc, draw, plainText, type Values } from 'dot-line'
import {
  type ChartFrame,
  type ChartLabel,
  type ChartText,
  centerText,
  chartFrameFor,
  type PlacedLabels,
  placeLabels,
} from 'dot-line/chart'
import type { ChartScene, DemoChart } from './chart-scene.ts'
import { tickets } from './scenario.ts'

const inks = ['plate', 'fine', 'mark', 'warning', 'reed', 'sand']
const percent = { style: 'percent', maximumFractionDigits: 0 } as const
/** Width of the ring, as a share of its radius. */
const thickness = 0.42

interface Ring {
  readonly frame: ChartFrame
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly labels: PlacedLabels
}

/** Tickets by kind: a ring with its total in the middle, labels on its slices or beside them. */
export function ticketsChart(scene: ChartScene): DemoChart {
  const { texts, catalog, width, height } = scene
  const { sheet, language } = texts
  const whole = tickets.reduce((sum, { sold }) => sum + sold, 0)
  const shares = new Intl.NumberFormat(language, percent)
  const numbers = new Intl.NumberFormat(language)
  const share = (sold: number) => shares.format(sold / whole)
  const values: Readonly<Record<string, Values>> = {
    subtitle: { year: '2025' },
    total: { total: numbers.format(whole) },
    gist: { share: share(tickets[0].sold) },
  }
  const text = (key: string) => catalog.text(`tickets.${key}`, values[key])
  // With names where all of them have room, else with a legend that has the names.
  const named = ringOf(scene, false, share)
  const ring = named.labels.omitted.length === 0 ? named : ringOf(scene, true, share)
  const { frame, x, y, radius, labels } = ring
  const parts = slices().map(({ from, to }, i) =>
    arc(
      x,
      y,
      { radius, innerRadius: radius * (1 - thickness), from, to },
      {
        fill: sheet.ink(inks[i]),
        stroke: { ink: sheet.ink('paper'), width: 2 },
      },
    ),
  )
  const room = { x, y, radius: radius * (1 - thickness) }
  const total = centerText(texts, text('total'), room, { gap: 8 })
  const title = plainText(text('title'))
  const options = { width, height, title, language, background: sheet.ink('paper') }
  const names = tickets.map(({ kind }) => plainText(text(kind)))
  return {
    drawing: draw(options, [parts, labels.items, total.text?.item ?? [], frame.items]),
    marks: tickets.map(({ kind, sold }, i) => {
      const { from, to } = slices()[i]
      const angle = (-(from + to) / 360) * Math.PI
      const mid = radius * (1 - thickness / 2)
      const half = (radius * thickness) / 3
      const [cx, cy] = [x + mid * Math.cos(angle), y + mid * Math.sin(angle)]
      const box = { x: cx - half, y: cy - half, width: 2 * half, height: 2 * half }
      return { id: kind, box, note: `${names[i]}: ${numbers.format(sold)}, ${share(sold)}` }
    }),
    description: plainText(text('gist')),
    table: {
      caption: title,
      columns: [
        { title },
        { title: plainText(text('subtitle')) },
        { title: '%', format: { number: percent } },
      ],
      rows: tickets.map(({ sold }, i) => [names[i], sold, sold / whole]),
      language,
    },
    problems: [...frame.problems, ...labels.problems, ...total.problems],
  }
}

/** Angles of the slices: clockwise from the top. */
const slices = () =>
  pie<(typeof tickets)[number]>()
    .sort(null)
    .value(({ sold }) => sold)([...tickets])
    .map(({ startAngle, endAngle }) => ({
      from: 90 - degrees(endAngle),
      to: 90 - degrees(startAngle),
    }))

const degrees = (radians: number) => (radians * 180) / Math.PI

function ringOf(
  { texts, catalog, width, height }: ChartScene,
  hasLegend: boolean,
  share: (sold: number) => string,
): Ring {
  const { sheet } = texts
  const text = (key: string) =>
    catalog.text(`tickets.${key}`, key === 'subtitle' ? { year: '2025' } : undefined)
  const entries = tickets.map(({ kind }, i) => ({ text: text(kind), ink: sheet.ink(inks[i]) }))
  const frame = chartFrameFor(texts, {
    width,
    height,
    title: text('title'),
    subtitle: text('subtitle'),
    source: text('source'),
    ...(hasLegend && { legend: { entries, places: ['right', 'bottom'] } as const }),
  })
  const { plot } = frame
  const label = (i: number): ChartText => {
    const { kind, sold } = tickets[i]
    return hasLegend ? share(sold) : `${plainText(text(kind))} ${share(sold)}`
  }
  const line = texts.setPlain('value', '0').height
  const widest = Math.max(...tickets.map((_, i) => texts.set('value', label(i)).width))
  const beside = Math.min(widest + line, plot.width * 0.25)
  const above = Math.min(line * 1.5, plot.height * 0.12)
  const radius = Math.max(1, Math.min(plot.width / 2 - beside, plot.height / 2 - above))
  const [x, y] = [plot.x + plot.width / 2, plot.y + plot.height / 2]
  const ring = { x, y, radius, innerRadius: radius * (1 - thickness) }
  const labels = tickets.map(({ kind, sold }, i): ChartLabel => {
    const { from, to } = slices()[i]
    const at = { kind: 'slice', ...ring, from, to, ink: sheet.ink(inks[i]) } as const
    return {
      id: kind,
      text: label(i),
      at,
      priority: sold,
      maxWidth: Math.max(beside, radius * thickness),
    }
  })
  const disk = { kind: 'circle', x, y, radius, of: tickets.map(({ kind }) => kind) } as const
  const options = { within: plot, avoid: [disk], gap: 4, leaderInk: sheet.ink('quiet') }
  return { frame, x, y, radius, labels: placeLabels(texts, labels, options) }
}
