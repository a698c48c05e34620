// What placing labels costs beside setting them, and a frame of a chart. `npm run bench`, after a build.
import { chartTextsFor, placeLabels } from '../dist/chart/index.js'
import { defineSheet, openFonts } from '../dist/index.node.js'
import { openBenchPage } from './served-page.mjs'
import { figure, ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { defaults: { family: 'sans', size: 14 } } })
const texts = chartTextsFor({ sheet, fonts: await openFonts({ builtIn: ['sans'] }) })

const style = texts.styleOf('value')

/** Points that look random, with as much room for each, in square units, however many there are. */
function scattered(count, room) {
  const side = Math.sqrt(count * room)
  let state = 1
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (side * state) / 2 ** 32
  }
  const points = Array.from({ length: count }, () => [next(), next()])
  return {
    within: { x: 0, y: 0, width: side, height: side },
    avoid: points.map(([x, y], i) => ({ kind: 'circle', x, y, radius: 3, of: `p${i}` })),
    labels: points.map(([x, y], i) => {
      return { id: `p${i}`, text: `stop ${i}`, at: { kind: 'point', x, y, radius: 3 } }
    }),
  }
}
const place =
  ({ within, avoid, labels }) =>
  () =>
    placeLabels(texts, labels, { within, avoid })
const set =
  ({ labels }) =>
  () => {
    let sum = 0
    for (const { text } of labels) sum += texts.typesetter.set(text, { style }).width
    return sum
  }

for (const [share, room] of [
  ['a third', 4000],
  ['half', 2700],
]) {
  const some = scattered(2000, room)
  const { labels, dropped } = place(some)()
  if (labels.length < 1500) throw new Error(`${dropped.length} of 2,000 labels are dropped`)
  const what = `2,000 labels placed, ${share} of their room covered / laid out`
  row(what, ratio(place(some), set(some), 15), 5)
}
const [some, many] = [scattered(2000, 4000), scattered(20_000, 4000)]
row('20,000 labels placed / 2,000', ratio(place(many), place(some), 5), 15)

const { page, close } = await openBenchPage('chart-page', 'window.benchReady')
const layouts = await page.evaluate('layOut(10000), layOut(10000)')
for (const isMoving of [false, true]) {
  const frames = await page.evaluate(`chartFrames(60, ${isMoving})`)
  const middle = frames.slice(20).toSorted((a, b) => a - b)[20]
  // A frame of 16 ms, on a machine that lays 10,000 labels out in 100 ms.
  figure(
    `a chart of 200 labels ${isMoving ? 'whose data moves' : 'solved and painted again'} / 16 ms, where 10,000 labels take 100 ms`,
    `${middle.toFixed(1)} ms; 10,000 labels ${layouts.toFixed(0)} ms`,
    middle / 16 / (layouts / 100),
    1,
  )
}
await close()
