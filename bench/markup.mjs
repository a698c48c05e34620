// Parsing markup against a bare loop over its char codes: `npm run bench`, after a build.
import { escapeMarkup, joinRich, parseMarkup, rich, span } from '../dist/index.node.js'
import { ratio, row } from './support.mjs'

const sentences = [
  'Boats to ~strong[{port}] are ~alert[delayed] because the office found difficult weather offshore. ',
  'The last crossing leaves half an hour earlier than in summer, at {time}; on Fridays it does not. ',
  'Please bring parcels to the ~link,href=https://lantern-sound.example/quay[main quay] by noon, ',
  'and mark them with the port of landing in letters that survive the rain ~[as they must~]. \n',
]

function ordinaryMarkup(length) {
  const parts = []
  for (let at = 0, i = 0; at < length; i++) {
    const part = sentences[i % sentences.length].replace('office', `office ${i}`)
    parts.push(part)
    at += part.length
  }
  // Flattened: a rope would be charged to whoever reads it first.
  return Buffer.from(parts.join('').slice(0, length)).toString()
}

function bareLoop(text) {
  let sum = 0
  for (let i = 0; i < text.length; i++) sum = (sum + text.charCodeAt(i)) | 0
  return sum
}

const megabyte = ordinaryMarkup(1_000_000)
row(
  'parse 1 MB of markup / bare loop over it',
  ratio(
    () => parseMarkup(megabyte),
    () => bareLoop(megabyte),
    25,
  ),
  10,
)

// Whether time grows with the text alone: the same 20 MB, as one text or as many, all trees kept,
// so that the garbage collector has the same to do.
const total = 20_000_000
function parseAll(size) {
  const text = ordinaryMarkup(size)
  return () => Array.from({ length: total / size }, () => parseMarkup(text))
}
const [one, ...larger] = [1, 2, 5, 10, 20].map(size => ({ size, run: parseAll(size * 1_000_000) }))
for (const { size, run } of larger) {
  row(`parse 20 MB in texts of ${size} MB / in texts of 1 MB`, ratio(run, one.run, 5), 1.15)
}

// Rich text built in code against parsing the same text.
const port = 'Quillhaven'
const build = i =>
  rich`Boats to ~strong[${port}] are ~alert[${'delayed'}] because the office found ${i} difficult weather offshore.`
const written = i =>
  `Boats to ~strong[${escapeMarkup(port)}] are ~alert[${escapeMarkup('delayed')}] because the office found ${i} difficult weather offshore.`
const many = 20_000
row(
  '20,000 sentences by template / parsed',
  ratio(
    () => Array.from({ length: many }, (_, i) => build(i)),
    () => Array.from({ length: many }, (_, i) => parseMarkup(written(i))),
  ),
  1,
)
const wrapped = i =>
  joinRich([
    'Boats to ',
    span(port, 'strong'),
    ' are ',
    span('delayed', 'alert'),
    ` because the office found ${i} difficult weather offshore.`,
  ])
row(
  '20,000 sentences by joinRich and span / parsed',
  ratio(
    () => Array.from({ length: many }, (_, i) => wrapped(i)),
    () => Array.from({ length: many }, (_, i) => parseMarkup(written(i))),
  ),
  1,
)
