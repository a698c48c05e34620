// What a PDF document costs beside its layout, in time, memory and size. `npm run bench`, after a build.
import { deflateSync } from 'node:zlib'
import { defineSheet, drawing, openShelf, place, typesetter } from '../dist/index.node.js'
import { toPdf } from '../dist/targets/pdf/index.js'
import { prose } from './corpus.mjs'
import { ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { body: { family: 'serif', size: 11, leading: 1.4 } } })
const shelf = await openShelf({ families: ['serif'] })
const deflate = bytes => deflateSync(bytes)
const page = { width: 595, height: 842 }

const text = prose(1_000_000)
const perPage = 3_600
const texts = Array.from({ length: Math.ceil(text.length / perPage) }, (_, i) =>
  text.slice(i * perPage, (i + 1) * perPage),
)
const set = () => {
  const setter = typesetter({ sheet, shelf })
  return texts.map(one => setter.set(one, { style: 'body', width: 480 }))
}
const pages = layouts => layouts.map(layout => drawing(page, [place(layout, 57, 57)]))
row(
  'PDF of 1 MB of prose, its layout with it / its layout',
  ratio(() => toPdf(pages(set()), { deflate }), set, 5),
  4,
)
const pdf = toPdf(pages(set()), { deflate })
const plain = deflateSync(Buffer.from(text)).length
console.log(texts.length, pdf.length, plain, pdf.length / plain)
