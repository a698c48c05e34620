// For bounds that are not reached: what a program takes that does only what cannot be left out, beside what
// the bound is measured against. `npm run bench`.
import { defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { mainThread, openBenchPage } from './served-page.mjs'
import { floor, ratio } from './support.mjs'

const megabyte = 1 << 20
const text = prose(megabyte)
const paragraphs = text.split('\n')
const fonts = await openFonts({
  builtIn: ['sans'],
  files: ['node_modules/@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf'],
})
const face = fonts.face('sans', { weight: 400, slant: 'normal' })
const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] }
const shapeAll = () => {
  for (const paragraph of paragraphs) face.shape(paragraph, segment)
}
/** A call of the engine costs as much as some letters. */
const calls = []
for (const word of new Set(text.split(/\s+/))) {
  if (calls.length === 0 || calls.at(-1).length > 4096) calls.push(word)
  else calls[calls.length - 1] += `\n${word}`
}
floor(
  'first layout of 1 MB, sans',
  ratio(
    () => {
      for (const list of calls) face.shape(list, segment)
    },
    shapeAll,
    3,
  ),
  'the engine shapes each different word once, in calls of 4 kB',
)

const thai = 'เรือออกตอนพลบค่ำท่าเรือเปิดทุกวันผู้โดยสารไปเกาะในเช้าหลังพายุตั๋วราคาวันนี้สาย '.repeat(40)
const thaiTexts = Array.from({ length: Math.ceil(megabyte / thai.length) }, (_, i) =>
  thai.slice(i % 40),
)
const thaiFace = fonts.face('Noto Sans Thai', { weight: 400, slant: 'normal' })
const thaiWords = new Intl.Segmenter('th', { granularity: 'word' })
const piece = 480
let ends = 0
const thaiLeast = () => {
  for (const one of thaiTexts) {
    for (let at = 0; at < one.length; at += piece) {
      const part = one.slice(at, at + piece)
      for (const { index } of thaiWords.segment(part)) ends += index
      thaiFace.shape(part, { ...segment, script: 'Thai', language: 'th' })
    }
  }
}
const sheet = defineSheet({ styles: {} })
const layOutEnglish = () => {
  let count = 0
  for (const { runs } of typesetterFor({ sheet, fonts }).set(text, { width: 480 }).lines) {
    count += runs.length
  }
  if (count === 0) throw new Error('nothing was set')
}
floor(
  '1 MB, th',
  ratio(thaiLeast, layOutEnglish, 2),
  'the engine shapes it, and the platform finds its words: nothing is laid out',
)
if (ends === 0) throw new Error('no words were found')

const svgText = prose(200_000)
const read = () => typesetterFor({ sheet, fonts }).set(svgText, { width: 480 }).lines
const runs = read().flatMap(line => line.runs)
const uses = Array.from({ length: face.glyphCount }, (_, glyph) => `<use href="#${glyph}" x="`)
/** Of lines of 480 units, in font units. */
const places = Array.from({ length: 40_000 }, (_, place) => `${place}"/>`)
floor(
  'SVG of 200 KB of prose',
  ratio(
    () => {
      let svg = ''
      for (const { glyphs, text: own } of runs) {
        svg += `<g aria-label="${own}">`
        let along = 0
        for (let i = 0; i < glyphs.glyphs.length; i++) {
          svg += uses[glyphs.glyphs[i]] + places[along]
          along += glyphs.advances[i]
        }
        svg += '</g>'
      }
      if (svg === '') throw new Error('nothing was written')
    },
    () => {
      for (const line of read()) if (line.runs.length === 0) throw new Error('no glyphs')
    },
    5,
  ),
  'glyphs are written as their numbers and places: nothing is escaped, shared, painted or decorated',
)

const { page, close } = await openBenchPage('floor-page', 'window.figures !== undefined')
const f = await page.evaluate('window.figures')
const figure = (a, b) => ({ a, b, ratio: a / b })
const looked =
  'words are looked up in one flat table and added up, an object is made; nothing is kerned or broken by rules'
floor('10,000 labels laid out', figure(f.label, f.measured), looked)
floor(
  'labels of words never seen',
  figure(f.shapedFirst, f.measuredFirst),
  'the engine shapes each label: nothing is kept or laid out',
)
floor('1,000 two-line strings', figure(f.twoLines, f.elements), looked)
const frame = '1,000 layouts on a canvas / fillText'
const pictured =
  'pixels that are there are put on one small canvas, which is drawn: no letter is painted'
floor(`${frame}, both the first time`, figure(f.put, f.filledFirst), pictured)
floor(`${frame}, from then on`, figure(f.kept, f.filled), 'pictures that are kept are drawn')
floor(`${frame}, scrolled`, figure(f.kept, f.filled), 'pictures that are kept are drawn')
floor(`${frame}, another scale each frame`, figure(f.putZoomed, f.filledZoomed), pictured)

const { least } = await mainThread(page)
const widths = name => [260, 300, 240, 320, 280, 310].map(width => `${name}(${width})`)
const sizes = name => [18, 16, 18, 16].map(size => `${name}(${size})`)
await page.evaluate('showPlain()')
const plain = [await least(widths('rewrapPlain')), await least(sizes('restylePlain'))]
await page.evaluate('showLined()')
const lined = [await least(widths('rewrapLined')), await least(sizes('restyleLined'))]
const written =
  'the words of three lines are put into the two spans of each: nothing is laid out, every block has one height'
floor('500 text elements re-wrapped', figure(lined[0], plain[0]), written)
floor('500 text elements, another sheet', figure(lined[1], plain[1]), written)
await close()
