// Writes a PDF of as many pages as it is told, and prints the milliseconds and the most memory it took.
import { deflateSync } from 'node:zlib'
import { defineSheet, draw, openFonts, place, typesetterFor } from '../../dist/index.node.js'
import { pdfChunks } from '../../dist/targets/pdf/index.js'
import { prose } from '../corpus.mjs'

const count = Number(process.argv[2])
const sheet = defineSheet({ styles: { body: { family: 'serif', size: 11, leading: 1.4 } } })
const fonts = await openFonts({ builtIn: ['serif'] })
const text = prose(400_000)
const perPage = 3_600

function* pages() {
  const typesetter = typesetterFor({ sheet, fonts })
  for (let i = 0; i < count; i++) {
    const start = (i * 3_571) % (text.length - perPage)
    const layout = typesetter.set(text.slice(start, start + perPage), { style: 'body', width: 480 })
    yield draw({ width: 595, height: 842 }, [place(layout, 57, 57)])
  }
}

const start = performance.now()
let bytes = 0
for (const chunk of pdfChunks(pages(), { deflate: data => deflateSync(data) }))
  bytes += chunk.length
const ms = performance.now() - start
console.log(JSON.stringify({ ms, bytes, memory: process.resourceUsage().maxRSS * 1024 }))
