import { defineSheet, type Layout, openFonts, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts } from '../support/fonts.ts'

const sheet = defineSheet({
  styles: {
    defaults: { size: 16 },
    serif: { family: 'serif' },
    large: { size: 28 },
    spaced: { tracking: 0.1, spaceBefore: 4, spaceAfter: 9, firstIndent: 12, startIndent: 5 },
    divided: { hyphenation: true },
    even: { breaking: 'even' },
    padded: { padding: { top: 7, right: 11, bottom: 3, left: 19 }, align: 'center' },
    padJustified: { padding: 9, align: 'justify', hyphenation: true, breaking: 'best' },
    justified: { align: 'justify', justification: { letters: [0, 0.05] } },
    led: { tabs: [{ at: 60, leader: '.' }], endIndent: 8 },
    best: { breaking: 'best' },
    arabic: { family: ['sans', 'Noto Sans Arabic'] },
  },
})

async function openSetter() {
  const fonts = await openFonts({ files: arabicFonts })
  return typesetterFor({ sheet, fonts, hyphenation: await openHyphenation('en') })
}
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})

const text =
  'The last crossing to Brackwater-under-Heugh ~large[leaves] half an hour earlier\n' +
  'than in summer; international tickets\u2028are ~serif[To Ty AVAIL] sold at the office.\n\nمرفأ 12 end'

describe('wrapping to numbers', () => {
  const styles = [
    'serif',
    'spaced',
    'divided',
    'even',
    'best',
    'arabic',
    'padded',
    'padJustified',
    'justified',
    'led',
  ] as const

  it.each(styles)('gives the lines of the layout, in any width: %s', style => {
    const prepared = typesetter.shape(text, { style: 'arabic' })
    const styled = typesetter.shape(`~${style}[${text}]` as 'x', { style })
    for (const one of [prepared, styled]) {
      for (let width = 40; width < 420; width += 19) {
        const lines = one.wrap(width)
        const layout: Layout = one.set({ width })
        expect([...lines.starts]).toEqual(layout.lines.map(line => line.start))
        expect([...lines.ends]).toEqual(layout.lines.map(line => line.end))
        expect(lines.height).toBeCloseTo(layout.height, 6)
        for (const [i, line] of layout.lines.entries()) {
          expect(lines.widths[i]).toBeCloseTo(line.width, 6)
          expect(lines.baselines[i]).toBeCloseTo(line.baseline, 6)
        }
      }
    }
  })

  it('gives them for any words', () => {
    const word = fc.constantFrom('to', 'AVATAR', 'Quillhaven', 'f', 'T,', 'W.', '07:40', '')
    fc.assert(
      fc.property(
        fc.array(word, { maxLength: 40 }),
        fc.integer({ min: 30, max: 300 }),
        (list, width) => {
          const prepared = typesetter.shape(list.join(' '), { style: 'serif' })
          const { lines } = prepared.set({ width })
          const wrapped = prepared.wrap(width)
          expect([...wrapped.starts]).toEqual(lines.map(line => line.start))
          for (const [i, line] of lines.entries()) {
            expect(wrapped.widths[i]).toBeCloseTo(line.width, 6)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('the least width', () => {
  it.each(['serif', 'spaced', 'divided', 'padded', 'arabic'] as const)(
    'is the least in which no word is broken: %s',
    style => {
      const prepared = typesetter.shape(
        'Ships to Brackwater-under-Heugh,\ninternational: مرفأ 12',
        {
          style,
        },
      )
      const least = prepared.minWidth()
      const isBroken = (width: number) =>
        prepared.set({ width }).problems.some(({ code }) => code === 'broken-word')
      expect(isBroken(least + 0.001)).toBe(false)
      expect(isBroken(least - 0.1)).toBe(true)
    },
  )
})
