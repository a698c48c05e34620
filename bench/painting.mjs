// What writing a picture costs beside its layout. `npm run bench`, after a build.
import { defineSheet, openShelf, typesetter } from '../dist/index.node.js'
import { toSvg } from '../dist/targets/svg/index.js'
import { prose } from './corpus.mjs'
import { ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { body: { family: 'sans', size: 16 } } })
const shelf = await openShelf({ builtIn: ['sans'] })
const text = prose(200_000)
const set = () => typesetter({ sheet, shelf }).set(text, { style: 'body', width: 480 })
const layout = set()
row(
  'SVG of 200 KB of prose / its layout',
  ratio(() => toSvg(layout), set, 9),
  3,
)
const labels = prose(30_000).split(/\s+/).slice(0, 1000)
const setter = typesetter({ sheet, shelf })
const layouts = labels.map(label => setter.set(label, { style: 'body' }))
row(
  'SVG of 1,000 labels / their layouts',
  ratio(
    () => {
      for (const one of layouts) toSvg(one)
    },
    () => {
      for (const label of labels) setter.set(label, { style: 'body' })
    },
    15,
  ),
  3,
)
