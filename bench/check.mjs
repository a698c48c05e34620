// What checking every text in every situation costs beside shaping each once, and what a second thread gives. `npm run bench`.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { check } from '../dist/check/index.js'
import { defineCatalog, defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { figure, floor, ratio, row } from './support.mjs'

const languages = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'el']
const words = prose(4_000_000).split(/\s+/)
let at = 0
/** Texts of interfaces: some words each, none twice. */
const strings = number =>
  Object.fromEntries(
    Array.from({ length: 1000 }, (_, i) => {
      const count = 2 + ((i * 7 + number) % 12)
      const own = words.slice(at, at + count)
      at += count
      return [`k${i}`, `${own.join(' ').replace(/[~{}[\]]/g, '')} ${number} ${i}`]
    }),
  )
const texts = languages.map((_, i) => strings(i))
const sheet = defineSheet({ styles: { body: { size: 16 } } })
const places = {
  places: [
    {
      name: 'here',
      style: 'body',
      keys: '*',
      width: [120, 200, 320],
      maxLines: 3,
      background: '#ffffff',
    },
  ],
}
/** Nothing is kept from one measuring to the next: fonts of its own for each. */
const openedFonts = []
for (let i = 0; i < 24; i++) openedFonts.push(await openFonts({ builtIn: ['sans'] }))
const catalogs = languages.map((language, i) => defineCatalog(texts[i], { language }))
const checked = () => {
  const fonts = openedFonts.pop()
  return check({ sheet, fonts, catalogs, places }).length
}
const shapedOnce = () => {
  const typesetter = typesetterFor({ sheet, fonts: openedFonts.pop() })
  let width = 0
  for (const [i, own] of texts.entries()) {
    for (const text of Object.values(own)) {
      const { lines } = typesetter.set(text, {
        style: 'body',
        overrides: { language: languages[i] },
      })
      // What is shaped has glyphs: they are made when they are read.
      for (const { glyphs } of lines[0].runs) width += glyphs.advances.length
    }
  }
  return width
}
row(
  '120,000 layouts checked / each of 8,000 texts shaped once, its glyphs read',
  ratio(checked, shapedOnce, 3),
  6,
)

const folder = mkdtempSync(join(tmpdir(), 'dotline-bench-'))
writeFileSync(join(folder, 'places.json'), JSON.stringify(places))
const named = languages.flatMap((language, i) => {
  const file = join(folder, `texts.${language}.json`)
  writeFileSync(file, JSON.stringify(texts[i]))
  return ['--catalog', file]
})
writeFileSync(join(folder, 'sheet.json'), JSON.stringify({ styles: { body: { size: 16 } } }))
const command = fileURLToPath(new URL('../dist/cli/main.js', import.meta.url))
/** Tells what a process has taken when it ends. */
const telling = `data:text/javascript,${encodeURIComponent(
  "process.on('exit', () => process.stderr.write(JSON.stringify(process.resourceUsage())))",
)}`
const sheetFile = join(folder, 'sheet.json')
const checkedBy = (places, catalogs, ...more) => {
  const start = performance.now()
  const args = ['check', join(folder, places), '-s', sheetFile, ...catalogs, ...more]
  const output = ['-o', join(folder, 'out')]
  const { stderr } = spawnSync(process.execPath, ['--import', telling, command, ...args, ...output])
  const time = performance.now() - start
  const { userCPUTime, systemCPUTime, maxRSS } = JSON.parse(String(stderr).split('\n').at(-1))
  return { time, cpu: (userCPUTime + systemCPUTime) / 1000, memory: maxRSS / 1024 }
}
const byTime = (a, b) => a.time - b.time
const timed = jobs =>
  Array.from({ length: 3 }, () => checkedBy('places.json', named, '--jobs', String(jobs))).sort(
    byTime,
  )[0]
const [one, two] = [timed(1), timed(2)]
// Two are at least 1.7 times as fast.
figure(
  'two jobs / one, in time',
  `${two.time.toFixed(0)} ms / ${one.time.toFixed(0)} ms`,
  two.time / one.time,
  1 / 1.7,
)
floor(
  'two jobs',
  { a: one.cpu / 2, b: one.time, ratio: one.cpu / 2 / one.time },
  'all that one job has two cores do, with compiling and collecting, shared out evenly: nothing is read, warmed up or put together twice',
)

/** Of a few texts in so many widths that most of what is kept is findings. */
const inWidths = count => {
  const width = Array.from({ length: count }, (_, i) => 60 + i * (240 / count))
  const own = { places: [{ ...places.places[0], keys: ['k1*', 'k2*'], width }] }
  writeFileSync(join(folder, `${count}.json`), JSON.stringify(own))
  return checkedBy(`${count}.json`, named.slice(0, 2), '--format', 'json').memory
}
const [few, many] = [inWidths(8), inWidths(320)]
figure(
  'memory of a check at most, in 320 widths / in 8',
  `${many.toFixed(0)} MB / ${few.toFixed(0)} MB`,
  many / few,
  2,
)
