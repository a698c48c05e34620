import { type Fonts, openFonts } from 'dot-line'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { prose } from '../../bench/corpus.mjs'
import { reversed } from '../../src/shaping/logical-order.ts'
import { wordShaper } from '../../src/shaping/shape-words.ts'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { assertOften } from '../support/met-often.ts'
import { builtInFonts } from '../support/setting.ts'

const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] } as const

/** Texts with all that could make a difference: figures, quotes, capitals, accents, several spaces. */
const texts = [
  ...prose(120_000).split('\n'),
  'To AVAIL T-V “WAVE,” said Yves: “To. Ty. V. Y, A; ‘f’ fi ffl” (Wa) 12.50 € — 07:40–08:10!',
  'Éire  Ångström   naïve œuvre Łódź ĳ ß ﬁ e\u0301 A\u030a o\u0308 x\u0323\u0307 ',
  ' Τα πλοία φεύγουν το σούρουπο; «Ναι» Ά. Лодки уходят на закате — «Да». Ёж',
  'P. T. Y. L’A d’Y 1/2 ½ #1 @a *b* f) (f f] T; r, r. y. W. "A" \'A\'',
]

let fonts: Fonts
const names = ['sans', 'serif', 'mono'].flatMap(family =>
  [400, 700].flatMap(weight => ['normal', 'italic'].map(slant => `${family} ${weight} ${slant}`)),
)
beforeAll(async () => {
  fonts = await builtInFonts()
})
describe('texts put together from words', () => {
  it.each(names)('are as they are shaped as a whole, in %s', name => {
    const [family, weight, slant] = name.split(' ')
    const face = fonts.face(family, {
      weight: Number(weight),
      slant: slant === 'italic' ? 'italic' : 'normal',
    })
    const { shape: shapeWords } = wordShaper()
    let wordwise = 0
    for (const text of texts) {
      const words = shapeWords(face, text, segment)
      if (!words) continue
      wordwise++
      const whole = face.shape(text, segment)
      for (const field of ['glyphs', 'advances', 'offsetsX', 'offsetsY', 'clusters'] as const) {
        if (String(words.shaped[field]) !== String(whole[field]))
          expect(`${field}: ${text}`).toBe('')
      }
      // Cut at a space, the text before it is as it is by itself.
      const space = text.indexOf(' ', text.length / 2)
      const alone = face.shape(text.slice(0, space), segment)
      const cut = words.shaped.clusters.findIndex(cluster => cluster >= space)
      const advance = words.shaped.advances[cut - 1] + (words.endDeltas?.[space] ?? 0)
      expect(advance, text).toBe(alone.advances.at(-1))
    }
    expect(wordwise).toBeGreaterThan(texts.length - 3)
  })

  it.each([
    ['Arab', arabicFonts, 'بتجدرزسشعفقكلمنهويةىءآإأؤئلا\u064e\u0651\u0640\u200c\u200d،؟١٢'],
    ['Hebr', hebrewFonts, 'אבגדהוזחטיכךלמםנןסעפףצץקרשת\u05b8\u05bc\u05f3\u05be״'],
  ])('are as a whole where they run from right to left: %s', async (script, files, letters) => {
    const own = await openFonts({ builtIn: [], files })
    const rightToLeft = { script, language: 'ar', direction: 'rtl', features: [] } as const
    const word = fc.string({ unit: fc.constantFrom(...letters), maxLength: 7 })
    for (const family of own.families) {
      const face = own.face(family, { weight: 400, slant: 'normal' })
      const { shape: shapeWords } = wordShaper()
      let wordwise = 0
      let all = 0
      assertOften(
        fc.property(fc.array(word, { minLength: 1, maxLength: 12 }), list => {
          const text = list.join(' ')
          const words = shapeWords(face, text, rightToLeft)
          all++
          if (!words) return
          wordwise++
          const whole = reversed(face.shape(text, rightToLeft))
          for (const field of ['glyphs', 'advances', 'offsetsX', 'offsetsY', 'clusters'] as const) {
            expect([...words.shaped[field]], field).toEqual([...whole[field]])
          }
        }),
        { numRuns: 300 },
        () => {
          // Words that begin with a mark stand with it on the space before them.
          expect(wordwise, family).toBeGreaterThan(all / 5)
        },
      )
    }
  })

  it('are the same as when shaped whole, for any words', () => {
    const face = fonts.face('serif', { weight: 400, slant: 'normal' })
    const { shape: shapeWords } = wordShaper()
    const word = fc.string({ unit: fc.constantFrom(...'AVTWfilLoyr.,’-é1\u0301'), maxLength: 8 })
    fc.assert(
      fc.property(fc.array(word, { maxLength: 20 }), list => {
        const text = list.join(' ')
        const words = shapeWords(face, text, segment)
        const whole = face.shape(text, segment)
        if (words) expect([...words.shaped.advances]).toEqual([...whole.advances])
        if (words) expect([...words.shaped.glyphs]).toEqual([...whole.glyphs])
      }),
      { numRuns: 400 },
    )
  })
})
