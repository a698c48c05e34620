// A chart of 200 points with a label each, solved and painted again for each frame; and how long
// 10,000 labels take to be laid out here.
import { scaleLinear } from 'd3-scale'
import { circle, defineSheet, draw, openFonts, typesetterFor } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import {
  type ChartLabel,
  chartFrameFor,
  chartTextsFor,
  type Mark,
  placeLabels,
} from 'dot-line/chart'
import { sans } from 'dot-line/fonts/sans'

declare global {
  interface Window {
    benchReady?: true
    chartFrames(count: number, isMoving: boolean): number[]
    layOut(count: number): number
  }
}

const sheet = defineSheet({ styles: { defaults: { family: 'sans', size: 14 } } })
const fonts = await openFonts({ builtIn: sans })
const texts = chartTextsFor({ sheet, fonts })
const typesetter = typesetterFor({ sheet, fonts })
const context = document.querySelector('canvas')?.getContext('2d')

/** Numbers that look random, and are the same each time (a linear congruential generator). */
let state = 1
const next = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return state / 2 ** 32
}
const places = Array.from({ length: 200 }, () => [next(), next()] as const)

function frame(step: number) {
  const chart = chartFrameFor(texts, {
    width: 900,
    height: 600,
    title: 'Stops of a day',
    subtitle: 'By minute and by sea mile',
    axes: {
      bottom: {
        scale: range => scaleLinear([0, 24], range),
        ticks: count => scaleLinear([0, 24], [0, 1]).ticks(count),
      },
      left: {
        scale: range => scaleLinear([0, 18], range),
        ticks: count => scaleLinear([0, 18], [0, 1]).ticks(count),
      },
    },
  })
  const labels: ChartLabel[] = []
  const avoid: Mark[] = []
  const marks = Array.from({ length: 200 }, (_, i) => {
    const x = chart.axes.bottom.at(24 * places[i][0])
    const y = chart.axes.left.at(18 * places[i][1] * (1 - step / 5000))
    labels.push({
      id: `p${i}`,
      text: `stop ${i}`,
      part: 'tick',
      at: { kind: 'point', x, y, radius: 3 },
    })
    avoid.push({ kind: 'circle', x, y, radius: 3, of: `p${i}` })
    return circle(x, y, 3, { fill: '#2c6e49' })
  })
  const placed = placeLabels(texts, labels, { within: chart.plot, avoid, gap: 2 })
  const shown = draw({ width: 900, height: 600, background: '#ffffff' }, [
    marks,
    placed.items,
    chart.items,
  ])
  if (context) paintCanvas(context, shown)
}

window.chartFrames = (count, isMoving) =>
  Array.from({ length: count }, (_, i) => {
    const start = performance.now()
    frame(isMoving ? i : 0)
    return performance.now() - start
  })
window.layOut = count => {
  const start = performance.now()
  let sum = 0
  for (let i = 0; i < count; i++) sum += typesetter.set(`stop ${i % 500} of ${count}`).width
  if (!(sum > 0)) throw new Error('nothing was set')
  return performance.now() - start
}
window.benchReady = true
