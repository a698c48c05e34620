// How fast text is laid out, beside what cannot be avoided. `npm run bench`, after a build.
import {
  breakable,
  chosenStops,
  defineSheet,
  layoutTools,
  openFonts,
  openHyphenation,
  shapeParagraph,
  typesetterFor,
} from './build/inside.js'
import { differentWords, prose } from './corpus.mjs'
import { ratio, row } from './support.mjs'

const megabyte = 1 << 20
const from = { offset: 0, line: 0 }
const text = prose(megabyte)
const paragraphs = text.split('\n')
const fonts = await openFonts()
const hyphenation = await openHyphenation('en')
const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] }
console.log(
  `1 MB of prose: ${differentWords(text)} different words, ${paragraphs.length} paragraphs`,
)

for (const family of ['sans', 'serif']) {
  const sheet = defineSheet({ styles: { body: { family, size: 16 } } })
  const face = fonts.face(family, { weight: 400, slant: 'normal' })
  const shapeAll = () => {
    for (const paragraph of paragraphs) face.shape(paragraph, segment)
  }
  // What is known of words stays with their fonts: each round begins with one that has seen none.
  const fresh = await Promise.all(Array.from({ length: 5 }, () => openFonts()))
  const first = () => typesetterFor({ sheet, fonts: fresh.pop() })
  row(
    `first layout of 1 MB, ${family} / shaping it`,
    ratio(() => first().set(text, { style: 'body', width: 480 }), shapeAll, 5),
    0.5,
  )
  row(
    `layout of it by the next typesetter, ${family} / shaping it`,
    ratio(
      () => typesetterFor({ sheet, fonts }).set(text, { style: 'body', width: 480 }),
      shapeAll,
      5,
    ),
    0.6,
  )

  const prepared = typesetterFor({ sheet, fonts }).shape(text, { style: 'body' })
  const advances = Int32Array.from(text, (_, i) => 400 + (i % 300))
  let width = 400
  const wrap = () => {
    width += 7
    prepared.wrap(width)
  }
  let sum = 0
  const add = () => {
    let total = 0
    for (let i = 0; i < advances.length; i++) total += advances[i]
    sum += total
  }
  row(`wrapping it to another width, ${family} / adding up its advances`, ratio(wrap, add, 15), 0.5)
  if (sum === 0) throw new Error('nothing was added up')

  const tools = layoutTools(fonts, hyphenation)
  const style = { ...sheet.style('body'), hyphenation: true, breaking: 'best' }
  const texts = paragraphs.map(paragraph => {
    const runs = [{ start: 0, end: paragraph.length, style }]
    return breakable(
      shapeParagraph({ text: paragraph, runs, isolates: [], offset: 0, style }, tools),
      tools,
    )
  })
  row(
    `the best breaks of it, hyphenated, ${family} / shaping it`,
    ratio(
      () => {
        for (const one of texts) chosenStops({ text: one, roomOf: () => 480, from }, 'ragged')
      },
      shapeAll,
      3,
    ),
    0.2,
  )
}

// What a span adds to a label, and what a typesetter of its own does.
const boards = defineSheet({ styles: { body: { size: 16 }, strong: { weight: 700 } } })
const ports = prose(200_000).split(/\s+/).slice(0, 5000)
const board = typesetterFor({ sheet: boards, fonts })
const each = label => () => {
  for (const port of ports) board.set(label(port), { style: 'body' })
}
const plain = each(port => `Boats to ${port} are late`)
row(
  '5,000 labels with a bold word / without',
  ratio(
    each(port => `Boats to ~strong[${port}] are late`),
    plain,
    9,
  ),
  2,
)
row(
  '5,000 labels, each by its own typesetter / by one',
  ratio(
    () => {
      for (const port of ports)
        typesetterFor({ sheet: boards, fonts }).set(`Boats to ${port} are late`, { style: 'body' })
    },
    plain,
    9,
  ),
  2,
)

const typesetter = typesetterFor({
  sheet: defineSheet({ styles: {} }),
  fonts: await openFonts({
    files: [
      'node_modules/@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf',
      'node_modules/@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf',
    ],
  }),
})
for (const [what, piece] of [
  ['English', undefined],
  ['Thai', 'เรือออกตอนพลบค่ำ ท่าเรือเปิดทุกวัน '],
  ['Arabic', 'القوارب تغادر عند الغروب كل يوم '],
]) {
  const whole = piece
    ? piece.repeat((4 * megabyte) / piece.length)
    : prose(4 * megabyte).replaceAll('\n', ' ')
  const [half, all] = [whole.slice(0, whole.length / 2), whole]
  const set = one => () => typesetter.set(one, { width: 480 })
  row(`one paragraph of 4 MB / of 2 MB, ${what}`, ratio(set(all), set(half), 2), 2.3)
}
