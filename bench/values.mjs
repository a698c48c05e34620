// Whether a sentence full of values stays linear: `npm run bench`, after a build.
import { defineSheet, openShelf, typesetter } from '../dist/index.node.js'
import { ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: {} })
const setter = typesetter({ sheet, shelf: await openShelf(), problems: 'collect' })

function sentence(count, odd) {
  const values = Object.fromEntries(
    Array.from({ length: count }, (_, i) => [`v${i}`, i % 2 ? odd : 'ab']),
  )
  const markup = Array.from({ length: count }, (_, i) => `{v${i}}`).join(' ')
  return () => setter.set(markup, { values, width: 400 })
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
