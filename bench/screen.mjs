// Text elements beside ordinary ones, in Chromium: time of the page's main thread. `npm run bench`.
import { mainThread, openBenchPage } from './served-page.mjs'
import { figure } from './support.mjs'

const { page, close } = await openBenchPage('screen-page', 'window.benchReady', {
  viewport: { width: 800, height: 600 },
})
const { busy, least } = await mainThread(page)
/** A window that is resized in seven steps; what is written later counts as well. */
const steps = 7
const resizes = Array.from({ length: 4 }, () => 'resize([260, 300, 240, 320, 280, 310, 250])')
const styles = [1, 0, 1, 0, 1].map(which => `restyle(${which})`)

await page.evaluate('showTheirs()')
const [theirWrap, theirStyle] = [(await least(resizes)) / steps, await least(styles)]
const own = async paints => {
  let best = Infinity
  for (const width of [260, 300, 240, 320, 280]) {
    const [time] = await page.evaluate(`layOutOnly(${width}, 0, ${paints})`)
    best = Math.min(best, time)
  }
  return best
}
const [lines, painted] = [await own(false), await own(true)]
await page.evaluate('showOurs()')
const [ourWrap, ourStyle] = [(await least(resizes)) / steps, await least(styles)]

const row = (what, a, b, most) =>
  figure(what, `${a.toFixed(1)} ms / ${b.toFixed(1)} ms`, a / b, most)
row('500 texts: lines and heights / elements reflowed', lines, theirWrap, 0.5)
row('500 texts: lines, painted on a canvas / elements reflowed', painted, theirWrap, 0.5)
row('500 text elements re-wrapped / ordinary ones', ourWrap, theirWrap, 2)
row('500 text elements, another sheet / ordinary ones restyled', ourStyle, theirStyle, 2)
await page.evaluate('showOurs(5000)')
await page.evaluate('scrollBy60()')
const before = await busy()
await page.evaluate('scrollBy60()')
const perFrame = ((await busy()) - before) / 60
figure(
  '5,000 idle text elements scrolled, a frame / 60 a second',
  `${perFrame.toFixed(1)} ms / 16.7 ms`,
  perFrame / 16.7,
  1,
)
await close()
