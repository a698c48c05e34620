// What other scripts cost beside English, text of 1 MB each. `npm run bench`, after a build.
import { defineSheet, openFonts, typesetterFor } from '../dist/index.node.js'
import { prose } from './corpus.mjs'
import { least, ratio, row } from './support.mjs'

const font = (name, file) =>
  `node_modules/@expo-google-fonts/${name}/400Regular/${file}_400Regular.ttf`
const fonts = await openFonts({
  files: [
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
/** Words of each, which are put together anew in each phrase: no phrase is like many others. */
const words = {
  ar: {
    between: ' ',
    list: 'القوارب تغادر عند الغروب كل يوم من الميناء إلى الجزيرة في الصباح مع الركاب بعد العاصفة'.split(
      ' ',
    ),
  },
  th: {
    between: '',
    list: 'เรือ ออก ตอน พลบค่ำ ท่าเรือ เปิด ทุกวัน ผู้โดยสาร ไป เกาะ ใน เช้า หลัง พายุ ตั๋ว ราคา วันนี้ สาย'.split(
      ' ',
    ),
  },
  ja: {
    between: '',
    list: '船は 夕暮れに 出ます。 港は 毎日 開いています。 切符を 買う 乗り場で 待つ、 嵐の あとは 遅れます。'.split(
      ' ',
    ),
  },
}
const megabyte = 1 << 20
/** As many as paragraphs of the prose have. */
const charactersEach = 460
let state = 11
const next = below => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return Math.floor((state / 2 ** 32) * below)
}
function textOf({ between, list }) {
  const paragraphs = []
  for (let length = 0; length < megabyte; ) {
    let paragraph = ''
    while (paragraph.length < charactersEach) {
      const phrase = Array.from({ length: 3 + next(4) }, () => list[next(list.length)])
      paragraph += `${phrase.join(between)} `
    }
    paragraphs.push(paragraph)
    length += paragraph.length
  }
  return paragraphs.join('\n')
}
const english = prose(megabyte)
const set = (text, style, width = 480) => {
  const { lines } = typesetterFor({ sheet, fonts }).set(text, { style, width })
  let end = 0
  for (const line of lines) for (const run of line.runs) end += run.glyphs.glyphs.length
  if (end === 0) throw new Error('nothing was set')
}
for (const [style, own] of Object.entries(words)) {
  // Each time another text of the same words.
  const first = () => set(textOf(own), style)
  const made = least(() => textOf(own), 3)
  const { a, b } = ratio(first, () => set(english, 'en'), 2)
  const alone = a - made
  row(`1 MB, ${style} / English, glyphs read`, { a: alone, b, ratio: alone / b }, 2.5)
}
const short = textOf(words.th).slice(0, 100_000)
const shortEnglish = english.slice(0, 100_000)
let width = 300
row(
  '100 kB, th, at another width / English',
  ratio(
    () => set(short, 'th', width++),
    () => set(shortEnglish, 'en', width++),
    7,
  ),
  2.5,
)
