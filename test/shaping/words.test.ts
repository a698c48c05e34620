import type { Shelf } from 'dot-line'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { prose } from '../../bench/corpus.mjs'
import { wordShaper } from '../../src/shaping/shape-words.ts'
import { builtInShelf } from '../support/setting.ts'

const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] } as const

/** Texts with all that could make a difference: figures, quotes, capitals, accents, several spaces. */
const texts = [
  ...prose(120_000).split('\n'),
  'To AVAIL T-V “WAVE,” said Yves: “To. Ty. V. Y, A; ‘f’ fi ffl” (Wa) 12.50 € — 07:40–08:10!',
  'Éire  Ångström   naïve œuvre Łódź ĳ ß ﬁ e\u0301 A\u030a o\u0308 x\u0323\u0307 ',
  ' Τα πλοία φεύγουν το σούρουπο; «Ναι» Ά. Лодки уходят на закате — «Да». Ёж',
  'P. T. Y. L’A d’Y 1/2 ½ #1 @a *b* f) (f f] T; r, r. y. W. "A" \'A\'',
]

let shelf: Shelf
const names = ['sans', 'serif', 'mono'].flatMap(family =>
  [400, 700].flatMap(weight => ['normal', 'italic'].map(slant => `${family} ${weight} ${slant}`)),
)
beforeAll(async () => {
  shelf = await builtInShelf()
})
describe('texts put together from words', () => {
  it.each(names)('are as they are shaped as a whole, in %s', name => {
    const [family, weight, slant] = name.split(' ')
    const face = shelf.face(family, {
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

  it('are as a whole for any words of any length', () => {
    const face = shelf.face('serif', { weight: 400, slant: 'normal' })
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
