// Makes the pictures in docs/screenshots from the demo data: `npm run screenshots`, after a build.
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { chromium } from 'playwright-core'
import { createServer } from 'vite'
import { chromiumPath } from './chromium-path.mjs'
import {
  constructPictures,
  demoPictures,
  documentPictures,
  drawArchitecture,
  proofPicture,
  readmePicture,
  restyledPicture,
  specimenPicture,
} from './screenshot-pictures.mjs'

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
await demoPictures(folder)
specimenPicture(folder)
await drawArchitecture()
await constructPictures(fileURLToPath(new URL('../docs/pictures/', import.meta.url)))
await readmePicture(folder, readFileSync(new URL('../README.md', import.meta.url), 'utf8'))

const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox', '--disable-gpu'],
})

/** A page of an example, opened. */
async function withExample(
  name,
  use,
  file = '',
  ready = "document.querySelector('canvas').style.height",
) {
  const root = fileURLToPath(new URL(`../examples/${name}`, import.meta.url))
  const server = await createServer({
    configFile: `${root}/vite.config.ts`,
    logLevel: 'error',
    server: { host: '127.0.0.1' },
  })
  await server.listen()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/${file}`)
  // A page's policy may forbid what waiting for a function takes.
  while (!(await page.evaluate(ready))) await page.waitForTimeout(50)
  await use(page)
  await page.close()
  await server.close()
}

/** Pages of several widths beside each other, as one picture. */
async function beside(path, pictures) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const images = pictures.map(
    picture => `<img height="800" src="data:image/png;base64,${picture.toString('base64')}">`,
  )
  await page.setContent(
    `<body style="margin:0;display:flex;gap:10px;background:#7c95a2">${images.join('')}</body>`,
  )
  await page.screenshot({ path })
  await page.close()
}

/** An application as a reader has chosen it, in two windows. */
const inTwoWindows = (name, scenes, query) =>
  withExample(
    name,
    async page => {
      const shots = []
      for (const { width, ...given } of scenes) {
        await page.setViewportSize({ width, height: 800 })
        await page.evaluate(values => {
          for (const [id, value] of Object.entries(values)) {
            const field = document.getElementById(id)
            field.value = value
            field.dispatchEvent(new Event('input'))
          }
        }, given)
        while (!(await page.evaluate("document.documentElement.dataset.ready === 'true'"))) {
          await page.waitForTimeout(50)
        }
        shots.push(await page.screenshot())
      }
      await beside(`${folder}${name}-example.png`, shots)
    },
    query,
    "document.documentElement.dataset.ready === 'true'",
  )

const onDeskAndPhone = [
  { width: 800, language: 'en', scale: 1.2, appearance: 'light' },
  { width: 450, language: 'ar', scale: 1.2, appearance: 'dark' },
]
await inTwoWindows('departures', onDeskAndPhone, '?pace=0')
await inTwoWindows('passengers', onDeskAndPhone, '')
await withExample(
  'workbench',
  page => page.screenshot({ path: `${folder}workbench.png` }),
  '',
  "document.documentElement.dataset.ready === 'true'",
)
await withExample(
  'charts',
  async page => {
    await page.setViewportSize({ width: 1280, height: 980 })
    await page.evaluate("document.querySelector('#stops .marks').focus({ preventScroll: true })")
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    await page.screenshot({ path: `${folder}charts-example.png` })
  },
  '',
  "document.documentElement.dataset.ready === 'true'",
)
await restyledPicture(browser, `${folder}restyled.png`)
await documentPictures(browser, folder)
await proofPicture(browser, `${folder}proof.png`)
await withExample('board', async page => {
  await page.selectOption('#language', 'ar')
  await page.screenshot({ path: `${folder}board-arabic.png` })
})
await withExample('notice', async page => {
  const { x, y } = await page.locator('canvas').boundingBox()
  await page.mouse.move(x + 190, y + 40)
  await page.mouse.down()
  await page.mouse.move(x + 330, y + 75)
  await page.mouse.up()
  await page.screenshot({ path: `${folder}notice-example.png` })
})

// The notice as a web page, with words selected as a reader would.
const demo = mkdtempSync(join(tmpdir(), 'dot-line-'))
const command = fileURLToPath(new URL('../dist/cli/main.js', import.meta.url))
execFileSync(process.execPath, [command, 'demo', '-o', demo])
const page = await browser.newPage({ viewport: { width: 560, height: 460 }, deviceScaleFactor: 2 })
await page.goto(pathToFileURL(join(demo, 'notice.html')).href)
await page.evaluate(() => document.fonts.ready)
const found = text => page.locator('div > span > span', { hasText: text }).first().boundingBox()
const [from, to] = [await found('the nights draw in'), await found('keep the')]
await page.mouse.move(from.x + 60, from.y + from.height / 2)
await page.mouse.down()
await page.mouse.move(to.x + to.width, to.y + to.height / 2)
await page.mouse.up()
await page.screenshot({ path: `${folder}notice-web.png` })
await browser.close()

// The package carries them: 256 colors are enough for pictures of text, in a third of the bytes.
for (const name of readdirSync(folder)) {
  const file = `${folder}${name}`
  const { error } = spawnSync('convert', [file, '+dither', '-colors', '256', `PNG8:${file}`])
  if (error) console.warn(`${name} is as large as it came: reducing its colors needs ImageMagick`)
}
