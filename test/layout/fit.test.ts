import { defineSheet, inlineBox, openFonts, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const sheet = defineSheet({
  styles: {
    defaults: { size: 16 },
    strong: { weight: 700, size: '1.5x' },
    best: { breaking: 'best' },
    listed: { marker: { text: '•', indent: 12 }, spaceAfter: 6 },
    down: { writingMode: 'vertical-rl' },
    trimmed: { trim: { above: 'cap', below: 'alphabetic' } },
  },
})
const openSetter = async () => typesetterFor({ sheet, fonts: await openFonts() })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const text = 'Boats to ~strong[Saint Orrin’s Landing] leave from berth 2 at noon'
const fit = { min: 8, max: 120 }

describe('fitting', () => {
  it.each([
    ['defaults', { width: 240, height: 90 }],
    ['defaults', { width: 240, height: 40, maxLines: 2 }],
    ['defaults', { width: 500, maxLines: 1 }],
    ['best', { width: 240, height: 90 }],
    ['listed', { width: 240, height: 90 }],
    ['trimmed', { width: 240, height: 90 }],
    ['down', { width: 90, height: 240 }],
  ] as const)('gives the largest size that goes in: %s %o', (style, frame) => {
    const layout = typesetter.set(text, { style, ...frame, fit })
    expect(layout.cut).toBeUndefined()
    expect(layout.problems).toEqual([])
    const size = layout.fittedSize ?? 0
    expect(size).toBeGreaterThan(8)
    // The next size up, by a little, is cut, overflows or breaks a word.
    const larger = typesetter.set(text, {
      style,
      ...frame,
      fit: { min: size * 1.001, max: size * 1.001 },
    })
    const isBroken = larger.lines.some(
      line => /\w$/.test(larger.text.slice(line.start, line.end)) && line.end < larger.text.length,
    )
    expect(larger.cut !== undefined || larger.problems.length > 0 || isBroken).toBe(true)
  })

  it.each([
    ['fast', 'sans', 'en'],
    ['even', 'sans', 'en'],
    ['best', 'serif', 'en'],
    ['fast', 'Noto Sans Arabic', 'ar'],
    ['best', 'MotoyaLCedar', 'ja'],
    ['even', 'Noto Sans Thai', 'th'],
  ] as const)(
    'within a thousandth, however lines are broken: %s, %s',
    async (breaking, family, language) => {
      const files = [fontFiles.arabic, fontFiles.japanese, fontFiles.thai]
      const fonts = await openFonts({ files })
      const hyphenation = await openHyphenation('en')
      const styles = {
        body: { family, breaking, language, hyphenation: language === 'en' },
      } as const
      const own = typesetterFor({ sheet: defineSheet({ styles }), fonts, hyphenation })
      const texts = {
        en: 'International crossings to Ardle Point leave from the second berth at noon',
        ar: 'تغادر آخر سفينة إلى أردل بوينت قبل الصيف بنصف ساعة',
        ja: '最後の船は夏より三十分早く出ます。港の事務所でお尋ねください。',
        th: 'เรือเที่ยวสุดท้ายไปอาร์เดิลพอยต์ออกเร็วกว่าฤดูร้อนครึ่งชั่วโมง',
      }
      const set = (size: { min: number; max: number }, frame: object) =>
        own.set(texts[language] as 'x', { style: 'body', ...frame, fit: size })
      for (let width = 90; width < 500; width += 37) {
        for (const height of [60, 150]) {
          const frame = { width, height }
          const { fittedSize = 0, cut, problems } = set({ min: 2, max: 300 }, frame)
          expect(cut).toBeUndefined()
          expect(problems).toEqual([])
          const next = fittedSize * 1.001
          const larger = set({ min: next, max: next }, frame)
          const isOver = larger.cut !== undefined || larger.problems.length > 0
          expect(isOver, `${width} ${height} ${fittedSize}`).toBe(true)
        }
      }
    },
  )

  it('keeps all of a text in proportion', () => {
    const box = inlineBox({ width: 16, height: 16 })
    const boxed = typesetter.set('a ~strong[b]{box}', {
      values: { box },
      width: 400,
      maxLines: 1,
      fit: { min: 32, max: 32 },
    })
    const [a, b, icon] = boxed.lines[0].runs
    expect([a.style.size, b.style.size, icon.width]).toEqual([32, 48, 32])
  })

  it('takes the largest size that fits, or the least if none does', () => {
    expect(typesetter.set('Tern', { width: 1000, fit }).fittedSize).toBe(120)
    const least = typesetter.set(text, { width: 60, height: 20, fit })
    expect(least.fittedSize).toBe(8)
    expect(least.cut).toBeDefined()
    expect(typesetter.set('Quillhaven', { width: 60, fit }).lines).toHaveLength(1)
  })

  it('is the same each time and refuses invalid bounds', () => {
    const twice = [0, 1].map(() => typesetter.set(text, { width: 211, height: 77, fit }).fittedSize)
    expect(twice[0]).toBe(twice[1])
    for (const bad of [
      { min: 0, max: 4 },
      { min: 9, max: 4 },
      { min: 1, max: Number.NaN },
    ]) {
      expect(() => typesetter.set('x', { width: 10, fit: bad })).toThrow('fit needs a min above 0')
    }
    expect(() => typesetter.shape('x', { fit })).toThrow('shape() does not take fit')
  })
})
