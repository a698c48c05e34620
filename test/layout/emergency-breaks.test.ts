import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts } from '../support/fonts.ts'

describe('a word wider than its line', () => {
  const styles = {
    defaults: { size: 20, family: ['sans', 'Noto Sans Arabic'] },
    serif: { family: 'serif' },
    joined: { features: { dlig: true, liga: true } },
  } as const
  const openSetter = async () =>
    typesetterFor({
      sheet: defineSheet({ styles }),
      fonts: await openFonts({ files: arabicFonts }),
    })
  let typesetter: Awaited<ReturnType<typeof openSetter>>
  beforeAll(async () => {
    typesetter = await openSetter()
  })

  it('may be broken inside a ligature', () => {
    const [line] = typesetter.set('ffi' as 'x', { style: 'serif' }).lines
    expect(line.runs[0].glyphs.glyphs.length).toBeLessThan(3)
  })

  it.each([
    ['serif', 'ffiffiffiffiffiffi'],
    ['serif', 'fifafflfjffififlfi'],
    ['joined', 'ffiffiThfiffffiffl'],
    ['defaults', 'لالالالالالالالالا'],
  ] as const)('%s %s: each line takes all letters that go on it', (style, word) => {
    const widthOf = (text: string) => typesetter.set(text as 'x', { style }).width
    for (let width = 12; width < 120; width += 0.7) {
      const { lines } = typesetter.set(word as 'x', { style, width })
      for (const { start, end } of lines.slice(0, -1)) {
        const isOne = end === start + 1
        expect(isOne || widthOf(word.slice(start, end)) <= width + 1e-6).toBe(true)
        const more = widthOf(word.slice(start, end + 1))
        expect([start, end, more <= width]).toEqual([start, end, false])
      }
    }
  })

  it('is cut between the letters of a ligature as well', () => {
    const widthOf = (text: string) => typesetter.set(text as 'x', { style: 'serif' }).width
    const mark = widthOf('…')
    for (let width = 40; width < 90; width += 0.7) {
      const { cut } = typesetter.set('ffiffiffiffiffiffi' as 'x', {
        style: 'serif',
        width,
        maxLines: 1,
      })
      const shown = cut?.start ?? 18
      const next = widthOf('ffiffiffiffiffiffi'.slice(0, shown + 1)) + mark
      expect([shown, shown < 18 && next <= width]).toEqual([shown, false])
    }
  })
})
