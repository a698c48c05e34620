// A page of items as text elements beside paragraphs of the same words, in Chromium: processor time of the
// page's main thread, in fresh pages, in turn. `npm run bench`.
import { openBenchPage } from './served-page.mjs'
import { figure } from './support.mjs'

const count = 1000
const rounds = Number(process.env.BENCH_ROUNDS ?? 3)

/** What each step of a page takes, in milliseconds of its main thread. */
async function measure(kind, isOurs, steps) {
  const { page, close } = await openBenchPage('elements-page', 'window.benchReady', {
    viewport: { width: 400, height: 800 },
  })
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable', { timeDomain: 'threadTicks' })
  const busy = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return metrics.find(one => one.name === 'ThreadTime').value * 1000
  }
  if (isOurs) await page.evaluate(`prepare('${kind}')`)
  else await page.evaluate(`prepare('${kind}').then(() => {})`)
  const times = {}
  for (const [name, script] of Object.entries(steps)) {
    await page.evaluate('window.longestTask = 0')
    const before = await busy()
    await page.evaluate(script)
    await page.evaluate('settle()')
    times[name] = (await busy()) - before
    times[`${name} longest`] = await page.evaluate('longestTask')
  }
  await close()
  return times
}

const theirs = {
  created: `createTheirs(${count})`,
  narrower: 'narrow()',
  'other words': 'rewordTheirs()',
  'another text scale': 'rescaleTheirs()',
}
const ours = {
  created: `createOurs(${count})`,
  narrower: 'narrow()',
  'other words': 'rewordOurs()',
  'another text scale': 'rescaleOurs()',
}
const median = numbers => numbers.toSorted((a, b) => a - b)[numbers.length >> 1]

async function compare(kind, what, [their, our], bounds) {
  const times = []
  for (let i = 0; i < rounds; i++) {
    times.push([await measure(kind, false, their), await measure(kind, true, our)])
  }
  for (const [step, most] of Object.entries(bounds)) {
    const [a, b] = [1, 0].map(side => median(times.map(pair => pair[side][step])))
    figure(`${what} ${step}`, `${a.toFixed(0)} ms / ${b.toFixed(0)} ms`, a / b, most)
  }
}

const bounds = { created: 2.5, narrower: 1.5, 'other words': 1.5, 'another text scale': 1.5 }
await compare('words', '1,000 items,', [theirs, ours], bounds)
await compare(
  'words',
  '1,000 items,',
  [
    { created: theirs.created, 'another language': 'translateTheirs()' },
    { created: `createOurs(${count}, true)`, 'another language': 'translateOurs()' },
  ],
  { 'another language': 2 },
)
const urlBounds = { created: 3, narrower: 1.5, 'other words': 3, 'another text scale': 3 }
await compare('urls', '1,000 items with URLs,', [theirs, ours], urlBounds)
{
  const { page, close } = await openBenchPage('elements-page', 'window.benchReady', {
    viewport: { width: 400, height: 800 },
  })
  await page.evaluate("prepare('words')")
  // The first words are those of a page that is cold.
  const worst = await page.evaluate('stream(641)')
  figure('641 words streamed: worst frame', `${worst.toFixed(0)} ms / 16 ms`, worst / 16, 1)
  await close()
}
{
  const scrolled = { scrolled: 'scrollOn(100)' }
  const created = [`leaveUnseen(); createTheirs(10000)`, 'createOurs(10000)']
  const [their, our] = created.map(script => ({ created: script, ...scrolled }))
  await compare('words', '10,000 items, 100 screens', [their, our], { scrolled: 1 })
}
const many = await measure('words', true, {
  created: 'createOurs(10000)',
  narrower: 'narrow()',
  'other words': 'rewordOurs()',
  'another text scale': 'rescaleOurs()',
})
for (const step of ['narrower', 'other words', 'another text scale']) {
  const longest = many[`${step} longest`]
  figure(`10,000 items, ${step}: longest task`, `${longest} ms / 50 ms`, longest / 50, 1)
}
