// What PDF documents cost beside their layout, in time, memory and size. `npm run bench`, after a build.
import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { deflateSync } from 'node:zlib'
import { defineSheet, draw, openFonts, place, typesetterFor } from '../dist/index.node.js'
import { toPdf } from '../dist/targets/pdf/index.js'
import { prose } from './corpus.mjs'
import { figure, ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { body: { family: 'serif', size: 11, leading: 1.4 } } })
const fonts = await openFonts({ builtIn: ['serif'] })
const text = prose(1_000_000)
const perPage = 3_600
const texts = Array.from({ length: Math.ceil(text.length / perPage) }, (_, i) =>
  text.slice(i * perPage, (i + 1) * perPage),
)
const set = () => {
  const typesetter = typesetterFor({ sheet, fonts })
  return texts.map(one => typesetter.set(one, { style: 'body', width: 480 }))
}
const paged = layouts =>
  layouts.map(layout => draw({ width: 595, height: 842 }, [place(layout, 57, 57)]))

const layouts = set()
const pages = paged(layouts)
/** Layouts as they are read for the first time, and placed on pages; with what is told of that. */
const setAndPlaced = () => {
  for (const { problems } of paged(set())) {
    if (problems.length > 0) throw new Error(problems[0].message)
  }
}
row(
  'PDF of 1 MB of prose / its layout, read and placed',
  ratio(() => toPdf(pages), setAndPlaced, 5),
  1,
)

// The font is the only stream of a subset: it is told by its head.
let font = 0
const pdf = toPdf(pages, {
  deflate: data => {
    const packed = deflateSync(data)
    if (data[0] === 0 && data[1] === 1 && data[2] === 0 && data[3] === 0) font += packed.length
    return packed
  },
})
const plain = deflateSync(Buffer.from(text)).length
figure(
  'size of it / its plain text, deflated, and its subset font',
  `${(pdf.length / 1024).toFixed(0)} KB / ${((plain + font) / 1024).toFixed(0)} KB`,
  pdf.length / (plain + font),
  2.2,
)

const write = count => {
  const script = fileURLToPath(new URL('processes/write-pages.mjs', import.meta.url))
  const { stdout } = spawnSync(process.execPath, [script, String(count)], { encoding: 'utf8' })
  return JSON.parse(stdout)
}
const runs = [1, 2, 3].map(() => ({ few: write(100), many: write(1000) }))
const best = (which, what) => Math.min(...runs.map(run => run[which][what]))
row(
  'PDF of 1,000 pages, their layout with it / of 100',
  {
    a: best('many', 'ms'),
    b: best('few', 'ms'),
    ratio: best('many', 'ms') / best('few', 'ms'),
  },
  11,
)
const megabytes = which => best(which, 'memory') / 2 ** 20
figure(
  'memory of the process at most, of 1,000 pages / of 100',
  `${megabytes('many').toFixed(0)} MB / ${megabytes('few').toFixed(0)} MB`,
  megabytes('many') / megabytes('few'),
  1.3,
)
