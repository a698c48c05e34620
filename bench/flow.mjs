// What flowing over pages costs beside laying the same texts out, and how it grows. `npm run bench`.
import { setDocument } from '../dist/document/index.js'
import { defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { pdfChunks } from '../dist/targets/pdf/index.js'
import { prose } from './corpus.mjs'
import { figure, ratio, row } from './support.mjs'

const sheet = defineSheet({
  styles: {
    defaults: { family: 'serif', size: 10.5, leading: 1.4 },
    'document-paragraph': { loneWord: 'avoid' },
  },
})
const fonts = await openFonts({ builtIn: ['serif'] })
const typesetter = typesetterFor({ sheet, fonts })

/** Paragraphs of a handbook, a heading for every eighth; about so many pages of A5. */
function handbook(pages) {
  const paragraphs = prose(pages * 1900)
    .split('\n')
    .filter(Boolean)
  const blocks = paragraphs.flatMap((text, i) => [
    ...(i % 8 === 0 ? [{ kind: 'heading', text: `Chapter ${i / 8 + 1}` }] : []),
    { kind: 'paragraph', text },
  ])
  return { title: 'Handbook', language: 'en', page: { size: 'A5', margin: 50 }, blocks }
}
const options = { sheet, fonts }
const flow = document => () => setDocument(document, options).pageCount
const written = document => () => {
  const set = setDocument(document, options)
  let bytes = 0
  for (const chunk of pdfChunks(set.pages(), set.metadata)) bytes += chunk.length
  return bytes
}
const alone =
  ({ blocks }) =>
  () => {
    let height = 0
    for (const { text } of blocks) {
      height += typesetter.set(text, { style: 'document-paragraph', width: 319.5 }).height
    }
    return height
  }

const thousand = handbook(1000)
console.log(`${setDocument(thousand, options).pageCount} pages of handbook text`)
row('1,000 pages flowed / their layout alone', ratio(flow(thousand), alone(thousand), 5), 2.5)
row(
  '1,000 pages flowed and written / their layout alone',
  ratio(written(thousand), alone(thousand), 3),
  2.5,
)
const [fewer, more] = [handbook(1000), handbook(10_000)]
row('10,000 pages flowed / 1,000', ratio(flow(more), flow(fewer), 3), 12)

const table = rows => ({
  blocks: [
    {
      kind: 'table',
      columns: [{}, { width: 'content' }],
      head: [['Port', 'Time']],
      rows: Array.from({ length: rows }, (_, i) => [`Port ${i % 97}`, `${i % 24}:00`]),
    },
  ],
})
row('a table of 10,000 rows / of 1,000', ratio(flow(table(10_000)), flow(table(1000)), 5), 12)

const inUse = () => {
  globalThis.gc?.()
  const { heapUsed, arrayBuffers } = process.memoryUsage()
  return heapUsed + arrayBuffers
}

/** The most memory in use while pages are written, without that of the document's source, in MB. */
function most(pages) {
  const before = inUse()
  const document = handbook(pages)
  const source = inUse() - before
  const set = setDocument(document, options)
  let peak = 0
  let count = 0
  for (const chunk of pdfChunks(set.pages(), set.metadata)) {
    if (chunk.length > 0 && ++count % 200 === 0) peak = Math.max(peak, inUse())
  }
  return (peak - source) / 1e6
}
if (globalThis.gc) {
  most(100)
  const [some, many] = [most(1000), most(10_000)]
  figure(
    'memory while 10,000 pages are written / 1,000',
    `${many.toFixed(0)} MB / ${some.toFixed(0)} MB`,
    many / some,
    1.3,
  )
}
