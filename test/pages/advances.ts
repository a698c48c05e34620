// Random styles over fifteen scripts, as HTML, as elements and as SVG with its text: how wide a browser
// sets each line, beside how wide the layout has it.
import korean from '@expo-google-fonts/gowun-dodum/400Regular/GowunDodum_400Regular.ttf?url'
import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import bengali from '@expo-google-fonts/noto-sans-bengali/400Regular/NotoSansBengali_400Regular.ttf?url'
import hindi from '@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import khmer from '@expo-google-fonts/noto-sans-khmer/400Regular/NotoSansKhmer_400Regular.ttf?url'
import malayalam from '@expo-google-fonts/noto-sans-malayalam/400Regular/NotoSansMalayalam_400Regular.ttf?url'
import sinhala from '@expo-google-fonts/noto-sans-sinhala/400Regular/NotoSansSinhala_400Regular.ttf?url'
import tamil from '@expo-google-fonts/noto-sans-tamil/400Regular/NotoSansTamil_400Regular.ttf?url'
import telugu from '@expo-google-fonts/noto-sans-telugu/400Regular/NotoSansTelugu_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import { type Layout, openFonts, rangeBoxes, readSheet, typesetterFor } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { subsetterUrl } from 'dot-line/fonts/subsetter'
import { toHtml } from 'dot-line/html'
import { type DotLineElement, provideText } from 'dot-line/screen'
import { toSvg } from 'dot-line/svg'

/** How far apart, in pixels, the width of a line is at most. */
export interface MeasuredAdvances {
  readonly name: string
  readonly style: string
  readonly html: number
  readonly element: number
  readonly svg: number
}

declare global {
  interface Window {
    advances?: readonly MeasuredAdvances[]
    failure?: string
  }
}

const scripts = {
  en: [['sans', 'serif', 'mono'], 'Boats to Quillhaven are late: AVAIL To VA, office (07:40).'],
  sr: [['serif', 'sans'], 'Бродови полазе у сумрак, питајте у луци: п, т, г.'],
  bg: [['serif', 'sans'], 'Корабите тръгват по здрач, питайте на пристанището.'],
  el: [['sans', 'serif'], 'Τα πλοία φεύγουν το σούρουπο· ρωτήστε στο λιμάνι.'],
  tr: [['serif', 'sans'], 'Gemiler alacakaranlıkta kalkar; fişi ofiste sorun.'],
  ar: [['Noto Sans Arabic'], 'تغادر القوارب عند الغروب (07:40)، ويرجى السؤال في مكتب الميناء.'],
  he: [['Noto Sans Hebrew'], 'הסירות יוצאות עם השקיעה (07:40); נא לשאול במשרד הנמל.'],
  hi: [['Noto Sans Devanagari'], 'नावें शाम को चलती हैं; कृपया हर दिन बंदरगाह के कार्यालय में पूछें।'],
  bn: [['Noto Sans Bengali'], 'শেষ নৌকা গ্রীষ্মের চেয়ে আধ ঘণ্টা আগে ছাড়ে'],
  ta: [['Noto Sans Tamil'], 'ஆர்டில் முனைக்குச் செல்லும் கடைசிப் படகு'],
  te: [['Noto Sans Telugu'], 'చివరి పడవ వేసవి కంటే అరగంట ముందు బయలుదేరుతుంది'],
  ml: [['Noto Sans Malayalam'], 'അവസാനത്തെ ബോട്ട് വേനൽക്കാലത്തേക്കാൾ നേരത്തെ'],
  si: [['Noto Sans Sinhala'], 'අවසාන බෝට්ටුව ගිම්හානයට වඩා පැය භාගයකට පෙර'],
  km: [['Noto Sans Khmer'], 'ទូកចុងក្រោយចេញដំណើរមុនរដូវក្តៅកន្លះម៉ោង'],
  th: [['Noto Sans Thai'], 'เรือออก ตอนพลบค่ำ กรุณาสอบถาม ที่ท่าเรือ ทุกวัน'],
  ja: [['MotoyaLCedar'], '船は（夕暮れ）、「港」を出ます。Tern号は７時、「早い」。'],
  ko: [['Gowun Dodum'], '배는 해질녘에 떠납니다. 날마다 항구 사무소에 문의하십시오.'],
} as const
type Language = keyof typeof scripts
const languages = Object.keys(scripts) as Language[]

/** Numbers below a bound, the same for each seed. */
function randomNumbers(seed: number) {
  let state = seed
  return (below: number) => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff
    return Math.floor((state / 0x80000000) * below)
  }
}

/** Every property that changes how wide text is, each at random or not at all. */
function randomStyle(language: Language, next: (below: number) => number) {
  const [families] = scripts[language]
  const one = <T>(...choices: readonly T[]): T => choices[next(choices.length)]
  const maybe = (name: string, value: unknown) => (next(3) === 0 ? { [name]: value } : {})
  return {
    family: [families[next(families.length)], 'sans'],
    language,
    size: one(11, 13.7, 16, 20, 24.3, 31),
    ...maybe('weight', one(400, 700)),
    ...maybe('slant', one('normal', 'italic')),
    ...maybe('tracking', one(-0.01, 0.05, 0.2)),
    ...maybe('wordSpacing', one(-0.05, 0.1, 0.4)),
    ...maybe('align', one('start', 'center', 'end', 'justify')),
    ...maybe('punctuationSpacing', one('closed', 'full')),
    ...maybe('features', one({ onum: true }, { liga: false }, { tnum: true }, { kern: false })),
    ...maybe('variantPosition', one('super', 'sub')),
    ...maybe('leading', one(1, 1.5, 2)),
    ...maybe('breaking', one('best', 'even')),
    ...maybe('baselineShift', one(0.2, -0.2)),
  }
}

/** How wide the runs of a line are together: what hangs behind its end too. */
function ownWidths({ lines }: Layout): number[] {
  return lines.map(({ runs }) => {
    const texts = runs.filter(run => run.end > run.start)
    const left = Math.min(...texts.map(run => run.x))
    return texts.length === 0 ? 0 : Math.max(...texts.map(run => run.x + run.width)) - left
  })
}

/** The same of the elements of lines. */
const shownWidths = (block: ParentNode): number[] =>
  [...block.querySelectorAll(':scope > :not([role=list]), [role=listitem] > *')].map(line => {
    const range = document.createRange()
    let [left, right] = [Infinity, -Infinity]
    const walker = document.createTreeWalker(line, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      range.selectNodeContents(node)
      for (const box of range.getClientRects()) {
        left = Math.min(left, box.left)
        right = Math.max(right, box.right)
      }
    }
    return right > left ? right - left : 0
  })

function apart(own: readonly number[], shown: readonly number[]): number {
  if (own.length !== shown.length) return Infinity
  return Math.max(0, ...own.map((width, i) => Math.abs(width - shown[i])))
}

async function measured(): Promise<MeasuredAdvances[]> {
  const files = [arabic, bengali, hindi, hebrew, japanese, khmer, korean, malayalam]
  const fonts = await openFonts({
    builtIn: allFaces,
    files: [...files, sinhala, tamil, telugu, thai],
    embedding: subsetterUrl,
  })
  const next = randomNumbers(Number(new URLSearchParams(location.search).get('seed') ?? 20261201))
  const rounds = Array.from({ length: 4 }, () => languages).flat()
  const styles = Object.fromEntries(
    rounds.map((language, i) => [`s${i}`, randomStyle(language, next)]),
  )
  const sheet = readSheet(JSON.stringify({ styles }))
  const typesetter = typesetterFor({ sheet, fonts, problems: 'collect' })
  const provider = provideText(document, { sheet, fonts })
  const shown = rounds.map((language, i) => {
    const style = `s${i}`
    const width = 120 + next(300)
    const text = scripts[language][1]
    const layout = typesetter.set('{text}', { style, width, values: { text } })
    const { html, css } = toHtml(layout, { prefix: `a${i}-` })
    const rules = new CSSStyleSheet()
    rules.replaceSync(css)
    document.adoptedStyleSheets.push(rules)
    const holder = document.createElement('section')
    holder.innerHTML = html
    const element = document.createElement('dot-line') as DotLineElement
    element.setAttribute('text-style', style)
    element.style.width = `${width}px`
    element.markup = '{text}'
    element.values = { text }
    holder.append(element)
    document.body.append(holder)
    return { language, style: JSON.stringify(styles[style]), layout, holder, element }
  })
  await provider.settled()
  await Promise.all([...document.fonts].map(face => face.load()))
  await document.fonts.ready
  const found: MeasuredAdvances[] = []
  for (const { language, style, layout, holder, element } of shown) {
    const own = ownWidths(layout)
    const [block] = holder.children
    // One by one: the classes and faces of each document are its own.
    const picture = document.createElement('section')
    picture.innerHTML = toSvg(layout, { textAs: 'embedded' })
    document.body.append(picture)
    await Promise.all([...document.fonts].map(face => face.load()))
    await document.fonts.ready
    const [svg] = picture.children
    element.scrollIntoView()
    await provider.settled()
    // It is laid out when it is seen to be near.
    await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
    await provider.settled()
    // What hangs at the end of a line may be a text of its own: lengths are added up line by line.
    const lengths = new Map<string, number>()
    for (const text of svg.querySelectorAll('text')) {
      const y = text.getAttribute('y') ?? ''
      lengths.set(y, (lengths.get(y) ?? 0) + text.getComputedTextLength())
    }
    found.push({
      name: language,
      style,
      html: apart(own, shownWidths(block)),
      element: elementApart(element),
      svg: svgApart(layout, [...lengths.values()]),
    })
    picture.remove()
  }
  return found
}

/** Of an element, its lines as elements, or else as they flow: the letters of each, without what hangs. */
function elementApart({ layout, shadowRoot }: DotLineElement): number {
  const block = shadowRoot?.querySelector('[lang]')
  if (!layout || !block) return Infinity
  const lines = shadowRoot?.querySelector('.dotline-frame')
  if (lines) return apart(ownWidths(layout), shownWidths(block))
  const letters: { readonly node: Text; readonly offset: number }[] = []
  const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (node instanceof Text)
      for (let i = 0; i < node.data.length; i++) letters.push({ node, offset: i })
  }
  const range = document.createRange()
  const [own, shown]: [number[], number[]] = [[], []]
  for (const { start, end } of layout.lines) {
    const last = start + layout.text.slice(start, end).trimEnd().length
    if (last === start) continue
    const boxes = rangeBoxes(layout, start, last)
    own.push(
      Math.max(...boxes.map(box => box.x + box.width)) - Math.min(...boxes.map(box => box.x)),
    )
    range.setStart(letters[start].node, letters[start].offset)
    range.setEnd(letters[last - 1].node, letters[last - 1].offset + 1)
    const rectangles = [...range.getClientRects()].filter(({ width }) => width > 0)
    const tops = new Set(rectangles.map(({ bottom }) => Math.round(bottom / 4)))
    if (tops.size > 1) return Infinity
    shown.push(
      Math.max(...rectangles.map(({ right }) => right)) -
        Math.min(...rectangles.map(({ left }) => left)),
    )
  }
  return apart(own, shown)
}

/** Of SVG, the advances of the letters: gaps between places are none of a text. */
function svgApart(layout: Layout, lengths: readonly number[]): number {
  const own = layout.lines.map(({ runs }) =>
    runs.filter(run => run.end > run.start).reduce((sum, run) => sum + run.width, 0),
  )
  const spaces = layout.lines.map(({ runs }) =>
    runs.filter(run => run.text.trim() === '').reduce((sum, run) => sum + run.width, 0),
  )
  if (own.length !== lengths.length) return Infinity
  // Spaces at a line's end are written or not.
  return Math.max(
    0,
    ...own.map((width, i) =>
      Math.min(Math.abs(width - lengths[i]), Math.abs(width - spaces[i] - lengths[i])),
    ),
  )
}

window.advances = await measured().catch((error: unknown) => {
  window.failure = error instanceof Error ? (error.stack ?? error.message) : String(error)
  return []
})
