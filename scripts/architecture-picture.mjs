// Draws docs/pictures/architecture.svg with the library itself; part of `npm run screenshots`.
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const boxes = {
  sheet: [16, 24, 150, 72, 'styles, inks, sizes'],
  markup: [16, 118, 150, 72, 'trees, catalogs'],
  fonts: [16, 212, 150, 72, 'faces, engine'],
  unicode: [16, 306, 150, 72, 'breaks, levels'],
  typesetter: [240, 72, 180, 80, 'one sheet, one reader'],
  shaping: [490, 72, 148, 80, 'glyphs'],
  layout: [700, 72, 148, 80, 'lines'],
  drawing: [910, 72, 148, 80, 'display list'],
  targets: [1120, 24, 144, 176, 'SVG, canvas, HTML,\nPDF, PNG, outlines'],
  'screen · chart · document · check': [700, 260, 564, 72, 'use only what is public'],
}
const arrows = [
  [166, 60, 234, 98, ''],
  [166, 154, 234, 126, ''],
  [166, 248, 536, 154, ''],
  [166, 342, 724, 154, ''],
  [420, 112, 484, 112, 'styled paragraphs'],
  [638, 112, 694, 112, 'glyph runs'],
  [848, 112, 904, 112, 'lines'],
  [1058, 112, 1114, 112, 'items'],
  [774, 260, 774, 158, ''],
  [984, 260, 984, 158, ''],
]

/** Writes the picture. */
export async function architecturePicture(
  { defineSheet, draw, openFonts, place, polygon, rectangle, rule, typesetterFor },
  toSvg,
) {
  const sheet = defineSheet({
    inks: {
      text: '#143344',
      quiet: '#4b6473',
      box: '#e8eff3',
      deep: '#0b3d5c',
      line: '#7c95a2',
      light: '#ffffff',
    },
    styles: {
      name: { size: 17, weight: 'bold', ink: 'text', align: 'center' },
      what: { size: 14, ink: 'quiet', align: 'center', leading: 1.45 },
      flow: { size: 14, slant: 'italic', ink: 'quiet' },
      chosen: { ink: 'light' },
    },
  })
  const { set } = typesetterFor({ sheet, fonts: await openFonts({ builtIn: ['sans'] }) })
  const items = Object.entries(boxes).flatMap(([name, [x, y, width, height, what]]) => {
    const isChosen = name === 'typesetter'
    const shown = text => (isChosen ? `~chosen[${text}]` : text)
    const title = set(shown(name), { style: 'name', width })
    const below = set(shown(what), { style: 'what', width })
    const top = y + (height - title.height - below.height) / 2
    return [
      rectangle({ x, y, width, height }, isChosen ? 'deep' : 'box', 8, sheet),
      place(title, x, top),
      place(below, x, top + title.height),
    ]
  })
  const lines = arrows.flatMap(([x1, y1, x2, y2, label]) => {
    const length = Math.hypot(x2 - x1, y2 - y1)
    const [dx, dy] = [(x2 - x1) / length, (y2 - y1) / length]
    const back = [x2 - dx * 10, y2 - dy * 10]
    const head = [
      [x2, y2],
      [back[0] - dy * 5, back[1] + dx * 5],
      [back[0] + dy * 5, back[1] - dx * 5],
    ]
    const words =
      label === ''
        ? []
        : [
            place(set(label, { style: 'flow' }), (x1 + x2) / 2, 52, {
              across: 'center',
              down: 'alphabetic',
            }),
          ]
    return [
      rule([x1, y1], back, 'line', 1.5, sheet),
      polygon(head, { fill: 'line', sheet }),
      ...words,
    ]
  })
  const drawing = draw(
    { width: 1280, height: 396, title: 'The way of a string through the library' },
    [lines, items],
  )
  const file = fileURLToPath(new URL('../docs/pictures/architecture.svg', import.meta.url))
  writeFileSync(file, `${toSvg(drawing)}\n`)
}
