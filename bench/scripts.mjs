// What other scripts cost beside English, text of 1 MB each. `npm run bench`, after a build.
import { defineSheet, openShelf, typesetter } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { ratio, row } from './support.mjs'

const font = (name, file) =>
  `node_modules/@expo-google-fonts/${name}/400Regular/${file}_400Regular.ttf`
const shelf = await openShelf({
  fonts: [
    font('noto-sans-thai', 'NotoSansThai'),
    font('noto-sans-arabic', 'NotoSansArabic'),
    'node_modules/@expo-google-fonts/kosugi/Kosugi_400Regular.ttf',
  ],
})
const sheet = defineSheet({
  styles: {
    en: {},
    ar: { family: 'Noto Sans Arabic', language: 'ar' },
    th: { family: 'Noto Sans Thai', language: 'th' },
    ja: { family: 'MotoyaLCedar', language: 'ja' },
  },
})
const pieces = {
  ar: 'القوارب تغادر عند الغروب كل يوم ',
  th: 'เรือออกตอนพลบค่ำ ท่าเรือเปิดทุกวัน ',
  ja: '船は夕暮れに出ます。港は毎日開いています。',
}
const megabyte = 1 << 20
/** As many as paragraphs of the prose have. */
const charactersEach = 460
const english = prose(megabyte)
const set = (text, style) => () => {
  const { lines } = typesetter({ sheet, shelf }).set(text, { style, width: 480 })
  let end = 0
  for (const line of lines) for (const run of line.runs) end += run.glyphs.glyphs.length
  if (end === 0) throw new Error('nothing was set')
}
for (const [style, piece] of Object.entries(pieces)) {
  const paragraph = `${piece.repeat(Math.ceil(charactersEach / piece.length))}\n`
  const text = paragraph.repeat(Math.ceil(megabyte / paragraph.length))
  row(`1 MB, ${style} / English, glyphs read`, ratio(set(text, style), set(english, 'en'), 2), 2.5)
}
