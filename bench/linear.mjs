// Whether time grows with the text alone: a sentence full of values, a word as long as a book.
// `npm run bench`, after a build.
import { defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: {} })
const typesetter = typesetterFor({ sheet, fonts: await openFonts(), problems: 'collect' })

function sentence(count, odd) {
  const values = Object.fromEntries(
    Array.from({ length: count }, (_, i) => [`v${i}`, i % 2 ? odd : 'ab']),
  )
  const markup = Array.from({ length: count }, (_, i) => `{v${i}}`).join(' ')
  return () => typesetter.set(markup, { values, width: 400 })
}

for (const [what, odd] of [
  ['from left to right', 'cd'],
  ['every second from right to left', 'אב'],
]) {
  row(
    `100,000 values / 50,000, ${what}`,
    ratio(sentence(100_000, odd), sentence(50_000, odd), 3),
    2.3,
  )
}

const set = (text, maxLines) => () => typesetter.set(text, { width: 200, maxLines })
for (const [what, piece] of [
  ['one word', 'a'],
  ['English prose', 'The last crossing leaves earlier. '],
  ['short paragraphs', 'The last crossing leaves\n'],
  ['spans of other sizes', 'a~size=12[b] '],
]) {
  const [half, whole] = [150_000, 300_000].map(length => piece.repeat(length / piece.length))
  row(`300,000 characters / 150,000, ${what}`, ratio(set(whole), set(half), 5), 2.3)
}
