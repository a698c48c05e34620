// What checking every text in every situation costs beside shaping each once, and what a second thread gives. `npm run bench`.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { check } from '../dist/check/index.js'
import { defineCatalog, defineSheet, openShelf, typesetter } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { figure, ratio, row } from './support.mjs'

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
/** Nothing is kept from one measuring to the next: a shelf of its own for each. */
const shelves = []
for (let i = 0; i < 24; i++) shelves.push(await openShelf({ builtIn: ['sans'] }))
const catalogs = languages.map((language, i) => defineCatalog(texts[i], { language }))
const checked = () => {
  const shelf = shelves.pop()
  return check({ sheet, shelf, catalogs, places }).length
}
const shapedOnce = () => {
  const setter = typesetter({ sheet, shelf: shelves.pop() })
  let width = 0
  for (const [i, own] of texts.entries()) {
    for (const text of Object.values(own)) {
      width += setter.set(text, { style: 'body', with: { language: languages[i] } }).width
    }
  }
  return width
}
row('120,000 layouts checked / each of 8,000 texts shaped once', ratio(checked, shapedOnce, 3), 6)

const folder = mkdtempSync(join(tmpdir(), 'dotline-bench-'))
writeFileSync(join(folder, 'places.json'), JSON.stringify(places))
const named = languages.flatMap((language, i) => {
  const file = join(folder, `texts.${language}.json`)
  writeFileSync(file, JSON.stringify(texts[i]))
  return ['--catalog', file]
})
writeFileSync(join(folder, 'sheet.json'), JSON.stringify({ styles: { body: { size: 16 } } }))
const command = fileURLToPath(new URL('../dist/cli/main.js', import.meta.url))
const timed = jobs => {
  const start = performance.now()
  const args = ['check', join(folder, 'places.json'), '-s', join(folder, 'sheet.json'), ...named]
  try {
    execFileSync(process.execPath, [
      command,
      ...args,
      '--jobs',
      String(jobs),
      '-o',
      join(folder, 'out'),
    ])
  } catch {
    // Something was found.
  }
  return performance.now() - start
}
const [one, two] = [Math.min(timed(1), timed(1)), Math.min(timed(2), timed(2))]
// Two are at least 1.7 times as fast.
figure('two jobs / one, in time', `${two.toFixed(0)} ms / ${one.toFixed(0)} ms`, two / one, 1 / 1.7)
