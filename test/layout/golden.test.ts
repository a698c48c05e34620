import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineSheet, draw, openFonts, place, type Typesetter, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { file, fontFiles } from '../support/font-files.ts'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { svgGeometry } from '../support/svg-geometry.ts'

/** `UPDATE_GOLDEN=1 npx vitest run test/layout/golden.test.ts` draws them anew; look at each then. */
const isUpdated = process.env.UPDATE_GOLDEN === '1'
const folder = fileURLToPath(new URL('../fixtures/golden/', import.meta.url))

const styles = {
  latin: { hyphenation: true, breaking: 'best' },
  german: { hyphenation: true, language: 'de', family: 'serif' },
  greek: { language: 'el' },
  cyrillic: { language: 'ru', family: 'serif' },
  arabic: { language: 'ar', family: ['Noto Sans Arabic', 'sans'] },
  hebrew: { language: 'he', family: ['Noto Sans Hebrew', 'sans'] },
  devanagari: { language: 'hi', family: ['Noto Sans Devanagari', 'sans'] },
  thai: { language: 'th', family: ['Noto Sans Thai', 'sans'] },
  japanese: { language: 'ja', family: ['MotoyaLCedar', 'sans'] },
  mixed: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'] },
} as const

const down = {
  japaneseDown: { from: 'japanese', writingMode: 'vertical-rl' },
  japaneseDownLeft: { from: 'japanese', writingMode: 'vertical-lr' },
  upward: { from: 'latin', writingMode: 'sideways-lr' },
} as const
const aligns = ['start', 'center', 'end', 'left', 'right', 'justify'] as const

const texts: Readonly<Record<keyof typeof styles, string>> = {
  latin:
    'The last crossing to Ardle Point leaves half an hour earlier than in summer; international tickets are sold at the office.',
  german:
    'Wegen Fährverbindungsunterbrechungen bitten wir, im Hafenbüro von Brackwater nachzufragen – täglich von 6 bis 22 Uhr.',
  greek: 'Τα πλοία φεύγουν το σούρουπο· ρωτήστε στο γραφείο του λιμανιού, «κάθε μέρα».',
  cyrillic: 'Лодки уходят на закате; спросите в конторе порта — она открыта каждый день.',
  arabic: 'تغادر القوارب عند الغروب (07:40)، ويرجى السؤال في مكتب الميناء كل يوم.',
  hebrew: 'הסירות יוצאות עם השקיעה (07:40); נא לשאול במשרד הנמל בכל יום.',
  devanagari: 'नावें शाम को चलती हैं; कृपया हर दिन बंदरगाह के कार्यालय में पूछें।',
  thai: 'เรือออก ตอนพลบค่ำ กรุณาสอบถาม ที่ท่าเรือ ทุกวัน',
  japanese: '船は夕暮れに出ます。港の事務所（毎日、六時から二十二時まで）でお尋ねください……',
  mixed: 'Boats to مرفأ 12 and נמל (34) leave at 07:40, a\u0301 👍.',
}

let typesetter: Typesetter<keyof typeof styles | keyof typeof down>
beforeAll(async () => {
  const files = [
    ...arabicFonts,
    ...hebrewFonts,
    fontFiles.thai,
    fontFiles.japanese,
    fontFiles.emoji,
    file(
      'node_modules/@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf',
    ),
  ]
  const sheet = defineSheet({
    styles: { defaults: { size: 20, leading: 1.6 }, ...styles, ...down },
  })
  const fonts = await openFonts({ files })
  const hyphenation = await openHyphenation('en', 'de')
  typesetter = typesetterFor({ sheet, fonts, hyphenation })
})

describe('pictures of each script', () => {
  it.each(Object.keys(styles) as (keyof typeof styles)[])('%s', style => {
    const layout = typesetter.set(texts[style], { style, width: 300 })
    expect(layout.problems).toEqual([])
    expectGolden(style, toSvg(layout))
  })
})

/** How far from its place in a kept picture something may be, in units. */
const tolerance = 0.02

function expectGolden(name: string, svg: string) {
  const path = `${folder}${name}.svg`
  if (isUpdated) {
    mkdirSync(folder, { recursive: true })
    writeFileSync(path, svg)
  }
  expect(existsSync(path)).toBe(true)
  const [shown, kept] = [svg, readFileSync(path, 'utf8')].map(svgGeometry)
  expect(shown.map(({ what }) => what)).toEqual(kept.map(({ what }) => what))
  shown.forEach(({ what, numbers }, i) => {
    expect(numbers.length, what).toBe(kept[i].numbers.length)
    const far = numbers.map((value, n) => Math.abs(value - kept[i].numbers[n]))
    expect(Math.max(0, ...far), `${path}: ${what} is elsewhere`).toBeLessThan(tolerance)
  })
}

describe('pictures of each alignment', () => {
  const directions = {
    'from left to right': { style: 'latin', size: { width: 200 }, step: 220 },
    'from right to left': { style: 'arabic', size: { width: 200 }, step: 220 },
    'down from the right': { style: 'japaneseDown', size: { height: 214 }, step: 260 },
    'down from the left': { style: 'japaneseDownLeft', size: { height: 214 }, step: 260 },
    upward: { style: 'upward', size: { height: 200 }, step: 260 },
  } as const

  it.each(Object.keys(directions) as (keyof typeof directions)[])('%s', name => {
    const { style, size, step } = directions[name]
    const shown = aligns.map((align, i) => {
      const text =
        style in texts
          ? texts[style as keyof typeof texts]
          : style === 'upward'
            ? texts.latin
            : texts.japanese
      const layout = typesetter.set(text, { style, align, ...size })
      expect(layout.problems).toEqual([])
      return place(layout, 10 + i * step, 10)
    })
    const [width, height] = [step * aligns.length + 20, 260]
    const background = { kind: 'solid', color: '#ffffff', opacity: 1 } as const
    const picture = draw({ width, height, background }, shown)
    expect(picture.problems).toEqual([])
    expectGolden(`aligned-${name.replaceAll(' ', '-')}`, toSvg(picture))
  })
})
