import { prose } from './bench/corpus.mjs'
import { check } from './dist/check/index.js'
import { defineCatalog, defineSheet, openShelf } from './dist/index.node.js'

const languages = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'el']
const words = prose(4_000_000).split(/\s+/)
let at = 0
const N = Number(process.argv[2] ?? 1000)
const strings = number =>
  Object.fromEntries(
    Array.from({ length: N }, (_, i) => {
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
const catalogs = languages.map((language, i) => defineCatalog(texts[i], { language }))
for (let r = 0; r < 2; r++) {
  const shelf = await openShelf({ builtIn: ['sans'] })
  const t = process.cpuUsage()
  const f = check({ sheet, shelf, catalogs, places })
  const u = process.cpuUsage(t)
  console.log((u.user + u.system) / 1000, f.length)
  if (r === 0) {
    const h = await import('node:crypto')
    console.log(h.createHash('sha1').update(JSON.stringify(f)).digest('hex'))
  }
}
