// What fitting and hit-testing cost, beside a layout and a short text. `npm run bench`, after a build.
import { caretAt, defineSheet, hitTest, openFonts, typesetterFor } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { body: { family: 'sans', size: 16 } } })
const typesetter = typesetterFor({ sheet, fonts: await openFonts({ builtIn: ['sans'] }) })

const notice = prose(4000).replaceAll('\n', ' ')
const frame = { style: 'body', width: 480, height: 700 }
const fit = { min: 6, max: 60 }
const { fittedSize } = typesetter.set(notice, { ...frame, fit })
const fitted = { ...frame, fit: { min: fittedSize, max: fittedSize } }
const times = (count, run) => () => {
  for (let i = 0; i < count; i++) run()
}
row(
  'fitting 4 KB of prose between two sizes / one layout of it',
  ratio(
    times(20, () => typesetter.set(notice, { ...frame, fit })),
    times(20, () => typesetter.set(notice, { style: 'body', width: 480 })),
    9,
  ),
  8,
)
if (typesetter.set(notice, fitted).cut) throw new Error('it does not fit')

const long = typesetter.set(prose(1 << 20), { style: 'body', width: 480 })
const short = typesetter.set(prose(60).replaceAll('\n', ' '), { style: 'body' })
const points = count => Array.from({ length: 200 }, (_, i) => (i * 7919) % count)
const hitAll = layout => () => {
  for (const at of points(1000)) {
    hitTest(layout, (layout.width * at) / 1000, (layout.height * at) / 1000)
  }
}
row('hit-testing in a text of 1 MB / in one line', ratio(hitAll(long), hitAll(short), 15), 50)
const caretAll = layout => () => {
  for (const at of points(1000)) caretAt(layout, Math.floor((layout.text.length * at) / 1000))
}
row('carets in a text of 1 MB / in one line', ratio(caretAll(long), caretAll(short), 15), 50)
