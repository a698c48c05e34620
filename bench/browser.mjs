// Layout beside the browser's own measuring, in Chromium. `npm run bench`.
import { openBenchPage } from './served-page.mjs'
import { row } from './support.mjs'

const { page, close } = await openBenchPage('page', 'window.figures !== undefined')
const figures = await page.evaluate('window.figures')
const { labels, measured, layouts, elements, filled } = figures
const figure = (a, b) => ({ a, b, ratio: a / b })
row('10,000 labels laid out / measureText, second time', figure(labels, measured), 0.4)
row('the same with a span and a value / without', figure(figures.marked, figures.unmarked), 2)
row(
  'labels of words never seen / measureText, first time',
  figure(figures.firstSet, figures.firstMeasured),
  0.8,
)
row('1,000 two-line strings / page elements, heights read', figure(layouts, elements), 0.06)
const frame = '1,000 layouts on a canvas / fillText'
row(`${frame}, both the first time`, figure(figures.paintedFirst, figures.filledFirst), 3)
row(`${frame}, the second`, figure(figures.paintedSecond, filled), 3)
row(`${frame}, from then on`, figure(figures.painted, filled), 1.5)
row(`${frame}, scrolled`, figure(figures.scrolled, filled), 1.5)
row(`${frame}, another scale each frame`, figure(figures.zoomedPainted, figures.zoomedFilled), 1.5)
await close()
