import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineSheet, openFonts, type Typesetter, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { toPdf } from 'dot-line/pdf'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { findInPdf } from '../support/find-in-pdf.ts'
import { installed } from '../support/installed.ts'
import { pdfSource, readText } from '../support/pdf.ts'

const directory = mkdtempSync(join(tmpdir(), 'dot-line-'))
const file = (family: string, name: string) =>
  `node_modules/@expo-google-fonts/${family}/400Regular/${name}_400Regular.ttf`

const styles = {
  defaults: { size: 20 },
  strong: { weight: 700 },
  latin: {},
  tracked: { tracking: 0.3 },
  justified: { align: 'justify', hyphenation: true },
  arabic: { family: ['Noto Sans Arabic', 'sans'], language: 'ar' },
  hebrew: { family: ['Noto Sans Hebrew', 'sans'], language: 'he' },
  hindi: { family: ['Noto Sans Devanagari', 'sans'], language: 'hi' },
  bengali: { family: ['Noto Sans Bengali', 'sans'], language: 'bn' },
  tamil: { family: ['Noto Sans Tamil', 'sans'], language: 'ta' },
  telugu: { family: ['Noto Sans Telugu', 'sans'], language: 'te' },
  malayalam: { family: ['Noto Sans Malayalam', 'sans'], language: 'ml' },
  sinhala: { family: ['Noto Sans Sinhala', 'sans'], language: 'si' },
  khmer: { family: ['Noto Sans Khmer', 'sans'], language: 'km' },
  thai: { family: ['Noto Sans Thai', 'sans'], language: 'th' },
  mono: { family: 'Source Code Pro' },
  bold: { from: 'thai', weight: 700, synthesis: 'weight' },
  japanese: { family: ['MotoyaLCedar', 'sans'], language: 'ja', writingMode: 'vertical-rl' },
  upright: { writingMode: 'vertical-rl', orientation: 'upright' },
  tabs: { tabs: [{ at: 200, leader: '. ' }, { at: 400 }] },
} as const

const texts = {
  latin: 'Boats to Saint Orrin’s Landing are ~strong[delayed]: AVAIL To VA, ~tracked[set apart].',
  justified:
    'The last crossing to Ardle Point leaves half an hour earlier than in summer; international tickets are sold at the harbour office, and nowhere else on the island.',
  arabic: 'تغادر القوارب عند الغروب (07:40)، ويرجى السؤال في مكتب الميناء كل يوم. لا إله كَتَب',
  hebrew: 'הסירות יוצאות עם השקיעה (07:40); נא לשאול במשרד הנמל בכל יום. שָׁלוֹם',
  hindi: 'नावें शाम को चलती हैं; कृपया हर दिन बंदरगाह के कार्यालय में पूछें। र्कि',
  bengali: 'শেষ নৌকা গ্রীষ্মের চেয়ে আধ ঘণ্টা আগে ছাড়ে, শান্তি কোন',
  tamil: 'ஆர்டில் முனைக்குச் செல்லும் கடைசிப் படகு கொண்டு போகும்',
  telugu: 'చివరి పడవ వేసవి కంటే అరగంట ముందు బయలుదేరుతుంది స్త్రీ',
  malayalam: 'അവസാനത്തെ ബോട്ട് വേനൽക്കാലത്തേക്കാൾ അരമണിക്കൂർ നേരത്തെ പുറപ്പെടും കൊണ്ട്',
  sinhala: 'අවසාන බෝට්ටුව ගිම්හානයට වඩා පැය භාගයකට පෙර පිටත් වේ',
  khmer: 'ទូកចុងក្រោយចេញដំណើរមុនរដូវក្តៅកន្លះម៉ោង ស្រី',
  thai: 'เรือออก ตอนพลบค่ำ กรุณาสอบถาม ที่ท่าเรือ ทุกวัน น้ำ',
  mono: 'A\u030angstro\u0308m 07:40, q\u0308 and q\u0303, to a quay',
  bold: 'เรือออก ตอนพลบค่ำ ที่ท่าเรือ น้ำ',
} as const

type Name = keyof typeof texts
const names: readonly Name[] = [
  'latin',
  'justified',
  'arabic',
  'hebrew',
  'hindi',
  'bengali',
  'tamil',
  'telugu',
  'malayalam',
  'sinhala',
  'khmer',
  'thai',
  'mono',
  'bold',
]

/** Markup that the compiler does not read along. */
const markup = (name: Name): string => texts[name]

/** In which lines of the two directions meet, and the second reader moves signs past numbers. */
const isRightToLeft = (name: Name) => name === 'arabic' || name === 'hebrew'

/** Lines of scripts without spaces end within words: those stay on one. */
const widthOf = (name: Name) => (['khmer', 'thai', 'bold'].includes(name) ? 2000 : 300)

/** Without the controls that the second reader adds, and characters of no width. */
const withoutControls = (text: string) => text.replace(/[\u202a-\u202e\u200b]/g, '')
const words = (text: string) => text.match(/[\p{L}\p{M}\p{N}]+/gu)?.sort()

describe('text extracted from a PDF', () => {
  let typesetter: Typesetter<keyof typeof styles>
  beforeAll(async () => {
    const files = [
      file('noto-sans-arabic', 'NotoSansArabic'),
      file('noto-sans-hebrew', 'NotoSansHebrew'),
      file('noto-sans-devanagari', 'NotoSansDevanagari'),
      file('noto-sans-bengali', 'NotoSansBengali'),
      file('noto-sans-tamil', 'NotoSansTamil'),
      file('noto-sans-telugu', 'NotoSansTelugu'),
      file('noto-sans-malayalam', 'NotoSansMalayalam'),
      file('noto-sans-sinhala', 'NotoSansSinhala'),
      file('noto-sans-khmer', 'NotoSansKhmer'),
      file('noto-sans-thai', 'NotoSansThai'),
      'node_modules/source-code-pro/OTF/SourceCodePro-Regular.otf',
      'node_modules/@expo-google-fonts/kosugi/Kosugi_400Regular.ttf',
    ]
    const fonts = await openFonts({ files, embedding: true })
    typesetter = typesetterFor({
      sheet: defineSheet({ styles }),
      fonts,
      hyphenation: await openHyphenation('en'),
    })
  })

  it.each(names)('is the text, to the first: %s', async style => {
    const layout = typesetter.set(markup(style), { style })
    expect(await readText(toPdf(layout))).toBe(layout.text)
  })

  it.runIf(installed('pdftotext')).each(names)('is the text, to the second: %s', style => {
    const layout = typesetter.set(markup(style), { style })
    const text = withoutControls(secondReading(toPdf(layout)))
    if (isRightToLeft(style))
      expect(words(secondReading(toPdf(layout)))).toEqual(words(layout.text))
    else expect(text).toBe(layout.text)
  })

  it.runIf(installed('pdftotext')).each(names.filter(name => !isRightToLeft(name)))(
    'is the text, to the second in the order of the file: %s',
    style => {
      const layout = typesetter.set(markup(style), { style, width: widthOf(style) })
      expect(words(secondReading(toPdf(layout), ['-raw']))).toEqual(words(layout.text))
      expect(words(secondReading(toPdf(layout)))).toEqual(words(layout.text))
    },
  )

  it.runIf(installed('mutool')).each(names.filter(name => !isRightToLeft(name)))(
    'is the text, to the third: %s',
    style => {
      const layout = typesetter.set(markup(style), { style, width: widthOf(style) })
      expect(words(thirdReading(toPdf(layout)))).toEqual(words(layout.text))
    },
  )

  it.each(['latin', 'arabic', 'hebrew', 'hindi'] as const)(
    'over several lines: %s',
    async style => {
      const layout = typesetter.set(markup(style), { style, width: 250 })
      expect(layout.lines.length).toBeGreaterThan(1)
      expect(await readText(toPdf(layout))).toBe(layout.text)
    },
  )

  it.each([
    ['latin', 'abefgiltyÄß.,0', '\u0301\u0308\u0323'],
    ['hindi', 'कखगतनपबमयरलवसह', 'ािीुेैोौं'],
    ['thai', 'กขคงดตทนบปมยรลอ', 'ิีึืุู่้'],
    ['hebrew', 'אבגדהוזחטילמנסע', ''],
    ['arabic', 'ابتجحدرسصطعفقكلمنهوي', ''],
  ] as const)(
    'is the text, whatever the letters and their marks: %s',
    async (style, letters, marks) => {
      const letter = fc.constantFrom(...letters)
      const mark = marks === '' ? fc.constant('') : fc.constantFrom('', ...marks)
      const word = fc.array(fc.tuple(letter, mark), { minLength: 1, maxLength: 9 })
      const sentence = fc.array(word, { minLength: 1, maxLength: 8 })
      await fc.assert(
        fc.asyncProperty(sentence, fc.constantFrom(150, 5000), async (words, width) => {
          const text = words.map(parts => parts.flat().join('')).join(' ')
          const layout = typesetter.set('{text}', { style, width, values: { text } })
          const spaceless = (read: string) => read.replace(/[\s\u00ad]/g, '').normalize('NFC')
          expect(spaceless(await readText(toPdf(layout)))).toBe(spaceless(layout.text))
        }),
        { numRuns: 24 },
      )
    },
  )

  it('has hyphenated words whole for search and copy', async () => {
    const layout = typesetter.set(markup('justified'), { style: 'justified', width: 90 })
    const pdf = toPdf(layout)
    const broken = layout.lines.flatMap((line, i) => {
      if (!line.runs.some(run => run.kind === 'hyphen')) return []
      const from = layout.text.lastIndexOf(' ', line.end - 1) + 1
      const to = layout.text.slice(layout.lines[i + 1].start).search(/\s|$/)
      return [layout.text.slice(from, layout.lines[i + 1].start + to)]
    })
    expect(broken.length).toBeGreaterThan(1)
    for (const word of broken) expect(await findInPdf(pdf, word), word).toBe(true)
    expect(await findInPdf(pdf, `${broken[0]}x`)).toBe(false)
    // Another viewer finds what is written as the text of both parts.
    const content = pdfSource(pdf)
    const hex = (text: string) => Buffer.from(`\ufeff${text}`, 'utf16le').swap16().toString('hex')
    const told = [...content.matchAll(/ActualText <([0-9a-f]+)> >> BDC(.*?)EMC/gis)]
    expect(told.map(([, text]) => text.toLowerCase())).toEqual(broken.map(hex))
    for (const [, , parts] of told) expect(parts.split('BT ').length - 1).toBe(2)
    const spaceless = (text: string) => text.replace(/[ -]/g, '')
    expect(spaceless(await readText(pdf))).toBe(spaceless(layout.text))
    if (installed('pdftotext')) expect(spaceless(secondReading(pdf))).toBe(spaceless(layout.text))
  })

  it('follows the lines of vertical text', async () => {
    const text = '船は「夕暮れ」に出ます。Tern号は７時、港は早い。'
    const pdf = toPdf(typesetter.set(text, { style: 'japanese', height: 200 }))
    const spaceless = (read: string) => read.replaceAll(' ', '')
    expect(spaceless(await readText(pdf))).toBe(text)
    if (installed('pdftotext')) expect(spaceless(secondReading(pdf))).toBe(text)
    const upright = toPdf(typesetter.set('ab\nTern', { style: 'upright' }))
    expect(await readText(upright)).toBe('ab Tern')
    if (installed('pdftotext')) expect(secondReading(upright)).toBe('ab Tern')
  })

  it('has a space for a leader', async () => {
    const pdf = toPdf(typesetter.set('Ardle\tTern\t12.50', { style: 'tabs' }))
    expect(await readText(pdf)).toBe('Ardle Tern 12.50')
    if (installed('pdftotext')) expect(secondReading(pdf)).toBe('Ardle Tern 12.50')
  })

  it('has a gap before an ellipsis that ends a word', async () => {
    expect(await readText(toPdf(typesetter.set('كَتَبَ لا', { style: 'arabic' })))).toBe('كَتَب َ لا')
  })
})

function secondReading(pdf: Uint8Array, options: readonly string[] = []): string {
  return reading(pdf, path => ['pdftotext', ...options, path, '-'])
}

function thirdReading(pdf: Uint8Array): string {
  return reading(pdf, path => ['mutool', 'draw', '-q', '-F', 'txt', path])
}

function reading(pdf: Uint8Array, command: (path: string) => readonly string[]): string {
  const path = join(directory, 'text.pdf')
  writeFileSync(path, pdf)
  const [program, ...args] = command(path)
  const { stdout } = spawnSync(program, args, { encoding: 'utf8' })
  return stdout.replace(/[\f\n]+/g, ' ').trim()
}
