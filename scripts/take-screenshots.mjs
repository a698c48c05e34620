// Makes the pictures in docs/screenshots from the demo data: `npm run screenshots`, after a build.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { chromium } from 'playwright-core'
import { createServer } from 'vite'
import { chromiumPath } from './chromium-path.mjs'
import {
  constructPictures,
  demoPictures,
  readmePicture,
  specimenPicture,
} from './screenshot-pictures.mjs'

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
await demoPictures(folder)
specimenPicture(folder)
await constructPictures(fileURLToPath(new URL('../docs/pictures/', import.meta.url)))
await readmePicture(folder, readFileSync(new URL('../README.md', import.meta.url), 'utf8'))

const root = fileURLToPath(new URL('../examples/board', import.meta.url))
const server = await createServer({
  configFile: `${root}/vite.config.ts`,
  logLevel: 'error',
  server: { host: '127.0.0.1' },
})
await server.listen()
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox', '--disable-gpu'],
})
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/`)
await page.waitForFunction("document.querySelector('canvas').style.height")
await page.fill('#scale', '1.6')
await page.screenshot({ path: `${folder}board-example.png` })
await page.fill('#scale', '1')
await page.selectOption('#language', 'ar')
await page.screenshot({ path: `${folder}board-arabic.png` })
await browser.close()
await server.close()
