// What writing a picture costs beside its layout. `npm run bench`, after a build.
import { defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { svgShapesFor, toSvg } from '../dist/targets/svg/index.js'
import { prose } from './corpus.mjs'
import { figure, ratio, row } from './support.mjs'

const sheet = defineSheet({ styles: { body: { family: 'sans', size: 16 } } })
const fonts = await openFonts({ builtIn: ['sans'] })
const text = prose(200_000)
const set = () => typesetterFor({ sheet, fonts }).set(text, { style: 'body', width: 480 })
const layout = set()
row(
  'SVG of 200 KB of prose / its layout, its glyphs read',
  ratio(
    () => toSvg(layout),
    () => {
      for (const { runs } of set().lines) if (runs.length === 0) throw new Error('no glyphs')
    },
    9,
  ),
  0.4,
)
const labels = prose(30_000).split(/\s+/).slice(0, 1000)
const typesetter = typesetterFor({ sheet, fonts })
const layouts = labels.map(label => typesetter.set(label, { style: 'body' }))
row(
  'SVG of 1,000 labels / their layouts, their glyphs read',
  ratio(
    () => {
      for (const one of layouts) toSvg(one)
    },
    () => {
      for (const label of labels) {
        const [{ runs }] = typesetter.set(label, { style: 'body' }).lines
        if (runs.length === 0) throw new Error('no glyphs')
      }
    },
    15,
  ),
  1.5,
)

// Strings as interfaces have them: one to three words.
const words = prose(60_000).split(/\s+/)
const strings = Array.from({ length: 1000 }, (_, i) =>
  words.slice(i * 3, i * 3 + 1 + (i % 3)).join(' '),
)
const shapes = svgShapesFor()
const sizes = strings.map(
  text => Buffer.byteLength(toSvg(typesetter.set(text, { style: 'body' }), { shapes })) / 1000,
)
const later = sizes.slice(100)
const mean = later.reduce((sum, size) => sum + size, 0) / later.length
figure(
  'SVG with shared shapes, kB a label after the first hundred',
  `${mean.toFixed(2)} kB`,
  mean,
  1.5,
)
