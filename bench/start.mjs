// First text: in Node, and on a page that has nothing in its cache, over a slow network. `npm run bench`.
import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { build, preview } from 'vite'
import { sourceAliases } from '../scripts/source-aliases.mjs'
import { launched } from './served-page.mjs'
import { figure } from './support.mjs'

const config = {
  configFile: false,
  root: fileURLToPath(new URL('first-text', import.meta.url)),
  resolve: { alias: sourceAliases('default') },
  logLevel: 'error',
  build: { outDir: '../build/first-text', emptyOutDir: true, target: 'es2022' },
}
const program = fileURLToPath(new URL('processes/first-layout.mjs', import.meta.url))
const starts = Array.from({ length: 9 }, () =>
  JSON.parse(execFileSync(process.execPath, [program], { encoding: 'utf8' })),
)
const leastOf = what => Math.min(...starts.map(one => one[what]))
// 120 ms, where Node itself takes 100.
figure(
  'from import to the first layout in Node, CPU / starting Node, CPU',
  `${leastOf('own').toFixed(0)} ms / ${leastOf('before').toFixed(0)} ms`,
  leastOf('own') / leastOf('before'),
  1.2,
)

await build(config)
const server = await preview({ ...config, preview: { host: '127.0.0.1', port: 0 } })
const browser = await launched()
/** A phone on a fair network. */
const network = { latency: 40, downloadThroughput: 10e6 / 8, uploadThroughput: 2e6 / 8 }
const rounds = []
for (let i = 0; i < 5; i++) {
  const context = await browser.newContext()
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Network.enable')
  await session.send('Network.emulateNetworkConditions', { offline: false, ...network })
  await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/`)
  await page.waitForFunction('window.firstText !== undefined', undefined, { timeout: 60_000 })
  rounds.push(await page.evaluate('window.firstText'))
  await context.close()
}
const least = what => Math.min(...rounds.map(round => round[what]))
const [shown, fetched] = [least('shown'), least('fetched')]
figure(
  `first text / fetching the ${rounds[0].files} files it takes`,
  `${shown.toFixed(0)} ms / ${fetched.toFixed(0)} ms`,
  shown / fetched,
  1.2,
)
await browser.close()
await server.close()
