// Puts layouts onto a page as real text, and measures where their lines and runs come to stand.

import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import hindi from '@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import { defineSheet, type Layout, openFonts, typesetterFor } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { subsetterUrl } from 'dot-line/fonts/subsetter'
import { toHtml } from 'dot-line/html'
import { openHyphenation } from 'dot-line/hyphenation'

export interface MeasuredHtml {
  readonly name: string
  readonly text: string
  readonly innerText: string
  /** What a selection of all of it gives. */
  readonly copied: string
  /** Phrases that the page was searched for and not found. */
  readonly lost: readonly string[]
  /** The farthest that a baseline, and the start of a run, is from ours. */
  readonly baseline: number
  readonly start: number
  readonly styled: number
}

declare global {
  interface Window {
    measured?: readonly MeasuredHtml[]
    failure?: string
    find(text: string): boolean
  }
}

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', flare: '#c8331f' },
  styles: {
    defaults: { size: 20, ink: 'deep' },
    strong: { weight: 700 },
    em: { slant: 'italic' },
    big: { size: '1.6x' },
    alert: { ink: 'flare' },
    tracked: { tracking: 0.1, wordSpacing: 0.2 },
    old: { features: { onum: true } },
    high: { variantPosition: 'super' },
    serif: { family: 'serif' },
    justified: { align: 'justify', hyphenation: true, breaking: 'best' },
    centered: { align: 'center', spaceAfter: 12 },
    list: { marker: { text: '{number}.' }, spaceAfter: 6 },
    arabic: { family: ['Noto Sans Arabic', 'sans'], language: 'ar' },
    hebrew: { family: ['Noto Sans Hebrew', 'sans'], language: 'he' },
    hindi: { family: ['Noto Sans Devanagari', 'sans'], language: 'hi' },
    thai: { family: ['Noto Sans Thai', 'sans'], language: 'th' },
    mixed: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'] },
    cut: { maxLines: 2 },
    broken: { from: 'mixed' },
    down: { family: ['MotoyaLCedar', 'sans'], writingMode: 'vertical-rl', language: 'ja' },
    downFromLeft: { from: 'down', writingMode: 'vertical-lr', spaceAfter: 10 },
    sidewaysDown: { writingMode: 'sideways-rl' },
    sidewaysUp: { writingMode: 'sideways-lr', spaceAfter: 10 },
    long: { size: 13.7, family: 'serif' },
    tabs: { tabs: [{ at: 120, leader: '. ' }, { at: 220 }] },
    arabicTracked: { from: 'arabic', tracking: 0.2, wordSpacing: 0.2, spaceAfter: 3 },
    divided: { language: 'de', hyphenation: true },
    uprightSans: { writingMode: 'vertical-rl', orientation: 'upright' },
    raised: { size: 14, baselineShift: 0.9, leading: 1.1 },
    lowered: { size: 14, baselineShift: -1.2, leading: 1 },
    allHigh: { variantPosition: 'super' },
    painted: { from: 'list', stroke: { ink: 'flare', width: 1 }, underline: true },
  },
})

const texts = {
  defaults:
    'Boats to ~strong[Saint Orrin’s Landing] are ~alert[delayed]: the ~em[office] found ~big[difficult] weather off ~strong,em[Gannet Stair], AVAIL To VA.',
  serif:
    'Tea is served in the waiting room, from 07:45; ~old[0123456789] ~high[2] ~tracked[set apart, with spaces].',
  justified:
    'The last crossing to Ardle Point leaves half an hour earlier than in summer; international tickets are sold at the harbour office, and nowhere else on the island.',
  centered: 'Winter timetable\nfrom the second of November\n\nAsk at the quay',
  broken: 'Quillhaven\u2028Ardle Point\nTern שלום\n\nשלום Tern',
  list: 'Buy a ticket\nShow it to the mate before the boat leaves the quay\nSit',
  arabic: 'تغادر القوارب عند الغروب (07:40)، ويرجى ~alert[السؤال] في مكتب الميناء كل يوم.',
  hebrew: 'הסירות יוצאות עם השקיעה (07:40); נא לשאול במשרד ~strong[Tern] הנמל בכל יום.',
  hindi: 'नावें शाम को चलती हैं; कृपया हर दिन बंदरगाह के कार्यालय में पूछें।',
  thai: 'เรือออก ตอนพลบค่ำ กรุณาสอบถาม ที่ท่าเรือ ทุกวัน',
  mixed: 'Boats to مرسى 12 القديس and נמל (34) leave at 07:40; <b>&amp; "quoted" all.',
  down: '船は「夕暮れ」に出ます。Tern号は７時、港は\u2028早い。',
  downFromLeft: '船は夕暮れに出ます。Tern号は\n７時、港は早い。',
  sidewaysDown: 'Boats to Saint Orrin’s Landing are ~strong[delayed] by difficult weather.',
  sidewaysUp: 'Boats to Saint Orrin’s Landing\nare ~strong[delayed] by difficult weather.',
  tabs: 'Ardle\tTern\t12.50 a day and more of it, on the next line\nQuay\tAuk\t3',
  long: 'Boats to ~strong[Ardle Point] and AVAIL To VA, ~em[off Gannet Stair]; '.repeat(40),
  arabicTracked: 'تغادر القوارب عند الغروب (07:40)، ويرجى ~alert[السؤال] tracked',
  divided: 'Wegen Fährverbindungsunterbrechungen bitten wir, im Hafenbüro nachzufragen.',
  uprightSans: 'Tern 7:40',
  painted: 'Buy a ticket\nShow it to the mate before the boat leaves the quay\nSit',
  raised: 'Boats to Saint Orrin’s Landing\n~strong[delayed] by difficult weather',
  lowered: 'Boats to Saint Orrin’s Landing\n~strong[delayed] by difficult weather',
  allHigh: 'Boats, to Saint Orrin’s Landing\n~strong[delayed] by difficult weather',
  cut: 'Boats to Saint Orrin’s Landing are delayed by difficult weather off Gannet Stair today.',
} as const

async function measured(): Promise<MeasuredHtml[]> {
  const files = [arabic, hindi, hebrew, thai, japanese]
  const fonts = await openFonts({ builtIn: allFaces, files, embedding: subsetterUrl })
  const hyphenation = await openHyphenation('en', 'de')
  const typesetter = typesetterFor({ sheet, fonts, hyphenation, problems: 'collect' })
  const shown = Object.keys(texts).map((name, i) => {
    const style = name as keyof typeof texts
    const layout = typesetter.set(texts[style] as 'x', { style, ...lineLength(style) })
    const { html, css } = toHtml(layout, { prefix: `t${i}-` })
    const styles = new CSSStyleSheet()
    styles.replaceSync(css)
    document.adoptedStyleSheets.push(styles)
    const holder = document.createElement('section')
    holder.innerHTML = html
    // Whatever a page has its texts inherit changes nothing.
    holder.style.cssText =
      'text-transform:uppercase;letter-spacing:3px;word-spacing:5px;font:italic 900 30px/3 serif;' +
      'text-align:right;text-indent:20px;hyphens:auto;word-break:break-all;line-break:anywhere;' +
      'font-variant:small-caps;font-kerning:none;text-wrap:balance;tab-size:3;text-shadow:2px 2px red'
    document.body.append(holder)
    return { name, layout, holder }
  })
  await Promise.all([...document.fonts].map(face => face.load()))
  await document.fonts.ready
  return shown.map(one => ({
    name: one.name,
    text: shownText(one.layout),
    innerText: one.holder.innerText,
    copied: selected(one.holder),
    lost: phrases(shownText(one.layout)).filter(phrase => !isFound(phrase)),
    styled: one.holder.querySelectorAll('[style]').length,
    ...distances(one.layout, one.holder),
  }))
}

/** The frame's side that lines run along. */
function lineLength(style: keyof typeof texts): { width: number } | { height: number } {
  if (style === 'long') return { width: 50_000 }
  return /down|sideways|upright/i.test(style) ? { height: 300 } : { width: 300 }
}

/** What was cut off is not on the page. */
function shownText({ text, cut }: Layout): string {
  return cut ? text.slice(0, cut.start) + text.slice(cut.end) : text
}

/** Three words each, over line ends as well. */
function phrases(text: string): string[] {
  return text.split('\n').flatMap(paragraph => {
    const words = paragraph.split(' ').filter(word => word !== '')
    return words.slice(0, -2).map((_, i) => words.slice(i, i + 3).join(' '))
  })
}

function selected(holder: HTMLElement): string {
  const selection = getSelection()
  selection?.selectAllChildren(holder)
  return selection?.toString() ?? ''
}

function isFound(phrase: string): boolean {
  getSelection()?.removeAllRanges()
  return window.find(phrase)
}

/** How much closer together letters are than a browser would put them. */
const tallerBy = (element: Element) =>
  Math.max(0, -Number.parseFloat(getComputedStyle(element).letterSpacing) || 0)

/** How far the element's lines and runs are from ours; in turned lines, along them and across. */
function distances(layout: Layout, holder: HTMLElement): { baseline: number; start: number } {
  const origin = holder.firstElementChild?.getBoundingClientRect()
  if (!origin) throw new Error('nothing was put onto the page')
  const lines = [
    ...(holder.firstElementChild?.querySelectorAll(
      ':scope > :not([role=list]), [role=listitem] > *',
    ) ?? []),
  ]
  const { writingMode } = layout
  const isUp = writingMode === 'sideways-lr'
  const isAcross = writingMode === 'horizontal-tb'
  /** Where along its line a box starts, and where across its line it ends. */
  const start = (box: DOMRect) =>
    isAcross ? box.left - origin.left : isUp ? origin.bottom - box.bottom : box.top - origin.top
  const under = (box: DOMRect) =>
    isAcross ? box.bottom - origin.top : isUp ? box.right - origin.left : origin.right - box.left
  let [farBaseline, farStart] = [0, 0]
  layout.lines.forEach((line, i) => {
    const probe = document.createElement('span')
    probe.attributeStyleMap.set('display', 'inline-block')
    const leaves = [...lines[i].querySelectorAll('*')].filter(e => e.children.length === 0)
    const elements = line.runs.filter(run => run.kind !== 'hyphen')
    // In lines that run across, letters have a baseline of their own.
    const letters = isAcross ? elements.findIndex(run => run.end > run.start) : -1
    const [place, rise] = letters < 0 ? [lines[i], 0] : [leaves[letters], elements[letters].rise]
    place.prepend(probe)
    const baseline = Math.abs(under(probe.getBoundingClientRect()) - (line.baseline - rise))
    farBaseline = Math.max(farBaseline, baseline)
    probe.remove()
    elements.forEach((run, n) => {
      // Spaces that hang at the end of a line are nowhere to be seen.
      if (run.text.trim() === '') return
      // Upright letters of a face without vertical metrics have a box that is taller than their em.
      const ahead = run.upright && !isAcross ? tallerBy(leaves[n]) / 2 : 0
      const found = start(leaves[n].getBoundingClientRect()) + ahead
      farStart = Math.max(farStart, Math.abs(found - run.x))
    })
  })
  return { baseline: farBaseline, start: farStart }
}

window.measured = await measured().catch((error: unknown) => {
  window.failure = error instanceof Error ? (error.stack ?? error.message) : String(error)
  return []
})
