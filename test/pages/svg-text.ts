// SVG whose text is text: where a browser puts its letters, and what is copied of it.
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import { defineSheet, faceOf, type Layout, openFonts, typesetterFor } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { toSvg } from 'dot-line/svg'

export interface ShownText {
  readonly name: string
  /** How far, in units, the runs of letters end from where they do here, at most. */
  readonly apart: number
  readonly copied: string
  readonly text: string
}

declare global {
  interface Window {
    shownTexts?: readonly ShownText[]
    failure?: string
  }
}

const sheet = defineSheet({
  inks: { warning: '#c8331f' },
  styles: {
    defaults: { size: 20 },
    alert: { ink: 'warning' },
    bold: { weight: 700 },
    justified: { align: 'justify' },
    loose: { align: 'justify', justification: { words: [0, 0.1], letters: [0, 0.3] } },
    tracked: { tracking: 0.15, wordSpacing: 0.3 },
    arabic: { family: ['Noto Sans Arabic'], language: 'ar', align: 'justify', tracking: 0.1 },
    hebrew: { family: ['Noto Sans Hebrew'], language: 'he', align: 'justify' },
    tabbed: { tabs: [{ at: 120 }] },
  },
})

const texts = {
  'several colors in a word': ['un~alert[believ]able ~bold[boats]', {}],
  justified: ['The last crossing leaves half an hour earlier', { style: 'justified', width: 210 }],
  'letters apart': ['The last crossing leaves half an hour', { style: 'loose', width: 215 }],
  tracked: ['Boats to Ardle Point', { style: 'tracked' }],
  arabic: [
    'تغادر آخر ~alert[سفينة] إلى أردل بوينت قبل الصيف بنصف ساعة',
    { style: 'arabic', width: 220 },
  ],
  'a colored letter in a joined word': ['تغا~alert[د]ر', { style: 'arabic' }],
  hebrew: ['הסירה האחרונה יוצאת חצי שעה', { style: 'hebrew', width: 200 }],
  tabbed: ['Tern\t12.50', { style: 'tabbed' }],
} as const

/** The right end of every line's letters in a layout, the left end of its first, in order. */
function ownEnds({ lines }: Layout): number[] {
  return lines.flatMap(({ x, width }) => [x, x + width])
}

/** The same of what the browser shows, line by line. */
function shownEnds(svg: SVGSVGElement, layout: Layout): number[] {
  const ends = layout.lines.map(() => [Infinity, -Infinity])
  for (const text of svg.querySelectorAll('text')) {
    const y = Number(text.getAttribute('y'))
    const line = layout.lines.findIndex(({ baseline }) => Math.abs(baseline - y) < 1)
    const content = text.textContent ?? ''
    for (let i = 0; i < text.getNumberOfChars(); i++) {
      if (/\s/.test(content[i])) continue
      const { x, width } = text.getExtentOfChar(i)
      ends[line][0] = Math.min(ends[line][0], x)
      ends[line][1] = Math.max(ends[line][1], x + width)
    }
  }
  return ends.flat()
}

async function shown(): Promise<ShownText[]> {
  const typesetter = typesetterFor({
    sheet,
    fonts: await openFonts({ builtIn: allFaces, files: [arabic, hebrew] }),
  })
  const results: ShownText[] = []
  for (const [name, [text, frame]] of Object.entries(texts)) {
    const layout = typesetter.set(text as 'x', frame)
    document.body.innerHTML = toSvg(layout, { textAs: 'embedded' })
    const svg = document.querySelector('svg')
    if (!svg) throw new Error('no picture')
    await document.fonts.ready
    await Promise.all([...document.fonts].map(font => font.load()))
    const [own, browser] = [ownEnds(layout), shownEnds(svg, layout)]
    const apart = Math.max(...own.map((x, i) => Math.abs(x - browser[i])))
    getSelection()?.selectAllChildren(svg)
    results.push({ name, apart, copied: String(getSelection()), text: layout.text })
    if (faceOf(layout.lines[0].runs[0]).glyphOf(0x20) === 0) throw new Error('no space')
  }
  return results
}

window.shownTexts = await shown().catch((error: unknown) => {
  window.failure = String(error)
  return []
})
