// Breaks paragraphs into lines, and lets the browser do it by standard CSS with the same fonts.

import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import { defineSheet, openShelf, typesetter } from 'dot-line'
import sans from '../../assets/fonts/SourceSans3-Regular.ttf?url'
import serif from '../../assets/fonts/SourceSerif4-Regular.ttf?url'

export interface Broken {
  readonly language: string
  readonly width: number
  readonly text: string
  /** Offsets at which lines start. */
  readonly ours: readonly number[]
  readonly browser: readonly number[]
}

declare global {
  interface Window {
    broken?: readonly Broken[]
    failure?: string
  }
}

const paragraphs = [
  {
    language: 'en',
    family: 'sans',
    url: sans,
    text:
      'The last crossing to Ardle Point leaves half an hour earlier than in summer (07:40, not ' +
      '08:10); please ask at the harbour office in Brackwater-under-Heugh—or call. Tickets cost ' +
      '€ 12.50 each way, bicycles 50% less, and “round trips” are cheaper: see www.lantern-sound.example/winter for all/any fares.',
  },
  {
    language: 'de',
    family: 'serif',
    url: serif,
    text:
      'Die letzte Überfahrt nach Ardle Point geht eine halbe Stunde früher als im Sommer; wegen ' +
      'Fährverbindungsunterbrechungen bitten wir, im Hafenbüro nachzufragen – täglich von 6 bis ' +
      '22 Uhr. „Hin- und Rückfahrt“ kostet 12,50 €, für Kinder unter 14 nur 50 %.',
  },
  {
    language: 'el',
    family: 'sans',
    url: sans,
    text:
      'Το τελευταίο πλοίο για το Ardle Point φεύγει μισή ώρα νωρίτερα από το καλοκαίρι· ρωτήστε ' +
      'στο γραφείο του λιμανιού, «κάθε μέρα», από τις 6 έως τις 22. Τα εισιτήρια κοστίζουν 12,50 € ' +
      'για κάθε διαδρομή.',
  },
  {
    language: 'ja',
    family: 'MotoyaLCedar',
    url: japanese,
    text:
      '最後の船は夏より三十分早く出ます。港の事務所（毎日、六時から二十二時まで）でお尋ねください。' +
      'きっぷは片道千二百円、「往復」ならもっとお得です。ブラックウォーター行きは、しょっちゅう遅れます……ご注意を！',
  },
  {
    language: 'ar',
    family: 'Noto Sans Arabic',
    url: arabic,
    text:
      'تغادر آخر سفينة إلى أردل بوينت قبل الصيف بنصف ساعة، ويرجى السؤال في مكتب الميناء كل يوم من ' +
      'الساعة 6 إلى 22. ثمن التذكرة 12.50 يورو، والأطفال بنصف الثمن.',
  },
  {
    language: 'th',
    family: 'Noto Sans Thai',
    url: thai,
    text: 'เรือเที่ยวสุดท้ายไปอาร์เดิลพอยต์ออกเร็วกว่าฤดูร้อนครึ่งชั่วโมง กรุณาสอบถามที่สำนักงานท่าเรือทุกวัน ตั๋วราคาเที่ยวละสองร้อยบาท เด็กครึ่งราคา',
  },
]

const size = 16
const widths = Array.from({ length: 50 }, (_, i) => 70 + i * 9.37)

/** Where the browser starts its lines: where the top of a character lies below those before it. */
function browserStarts(node: Text): number[] {
  const starts: number[] = []
  const range = document.createRange()
  let line = -Infinity
  for (let offset = 0; offset < node.length; offset++) {
    range.setStart(node, offset)
    range.setEnd(node, offset + 1)
    // Marks have no box of their own, and spaces that hang may have none.
    const rects = [...range.getClientRects()].filter(rect => rect.width > 0 || rect.height > 0)
    const top = rects.at(-1)?.bottom
    if (top === undefined || top <= line + size / 2) continue
    line = top
    starts.push(offset)
  }
  return starts
}

async function compared(): Promise<Broken[]> {
  const shelf = await openShelf({ fonts: [arabic, japanese, thai] })
  const broken: Broken[] = []
  for (const { language, family, url, text } of paragraphs) {
    const name = `Test ${language}`
    document.fonts.add(await new FontFace(name, `url(${url})`).load())
    const sheet = defineSheet({
      styles: { defaults: { family, size, language, leading: 2, direction: 'auto' } },
    })
    const setter = typesetter({ sheet, shelf })
    const box = document.createElement('div')
    box.lang = language
    box.dir = 'auto'
    box.style.cssText =
      `font: ${size}px/2 "${name}"; white-space: pre-wrap; overflow-wrap: anywhere; ` +
      'line-break: normal; font-kerning: normal; text-rendering: geometricPrecision; margin: 0'
    const node = document.createTextNode(text)
    box.append(node)
    document.body.replaceChildren(box)
    for (const width of widths) {
      box.style.width = `${width}px`
      const ours = setter.set(text, { width }).lines.map(line => line.start)
      broken.push({ language, width, text, ours, browser: browserStarts(node) })
    }
  }
  return broken
}

window.broken = await compared().catch((error: unknown) => {
  window.failure = String(error)
  return []
})
