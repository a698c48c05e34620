import { defineSheet, type Fonts, openFonts, rangeBoxes, typesetterFor } from 'dot-line'
import { toHtml } from 'dot-line/html'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'

const sheet = defineSheet({ styles: { body: { size: 16 }, strong: { weight: 700, size: 20 } } })
/** As a platform with letters that are as wide as high, whatever they are. */
const advance = (letters: string, { size }: { size: number }) => (letters === '' ? 0 : size)

describe('letters that the platform has and no face', () => {
  let fonts: Fonts
  beforeAll(async () => {
    fonts = await openFonts({ builtIn: ['sans'] })
  })
  const setter = (asked: string[] = []) =>
    typesetterFor({
      ...{ sheet, fonts, problems: 'collect' },
      platformAdvance(letters, style) {
        asked.push(letters)
        return advance(letters, style)
      },
    })

  it('are measured a grapheme each, and stand in the line', () => {
    const asked: string[] = []
    const layout = setter(asked).set('a 👩‍👧 b~strong[東京]c', { style: 'body' })
    expect(asked).toEqual(['👩‍👧', '東', '京'])
    const boxOf = (part: string) => {
      const start = layout.text.indexOf(part)
      return rangeBoxes(layout, start, start + part.length)[0]
    }
    expect(boxOf('👩‍👧').width).toBeCloseTo(16, 1)
    expect(boxOf('東').width).toBeCloseTo(20, 1)
    expect(boxOf('京').x).toBeCloseTo(boxOf('東').x + 20, 1)
    // Without a platform they are boxes of the face.
    const alone = typesetterFor({ sheet, fonts, problems: 'collect' }).set('東京', {
      style: 'body',
    })
    expect(alone.width).not.toBeCloseTo(32, 0)
    expect(setter().set('東京', { style: 'body' }).width).toBeCloseTo(32, 1)
  })

  it('are text of a page, and told', () => {
    const layout = setter().set('Boats to 東京', { style: 'body', width: 200 })
    expect(layout.problems.map(({ code }) => code)).toEqual(['missing-glyph', 'missing-glyph'])
    const { html } = toHtml(layout)
    expect(html).toContain('東京')
    expect(html).not.toContain('aria-hidden')
  })

  it('leave no line wider than its room, wherever it is broken or cut', () => {
    const word = fc.constantFrom(
      'quay',
      '東',
      '京都',
      '👩‍👧',
      '🚢',
      'ท่า',
      'Ardle',
      'ne',
      'مرسى',
      ' ',
      ' ',
    )
    fc.assert(
      fc.property(
        fc.array(word, { maxLength: 20 }),
        fc.double({ min: 60, max: 300, noNaN: true }),
        fc.option(fc.integer({ min: 1, max: 3 }), { nil: undefined }),
        (words, width, maxLines) => {
          const setting = { style: 'body', width, ...(maxLines && { maxLines }) } as const
          const layout = setter().set(words.join(''), setting)
          for (const { width: own } of layout.lines) expect(own).toBeLessThanOrEqual(width + 1e-6)
          // What is read of each run is as wide as the run says.
          for (const { runs } of layout.lines) {
            for (const { glyphs, width: own, style, isOfPlatform, kind } of runs) {
              if (!isOfPlatform || kind !== 'text') continue
              const units = Array.from(glyphs.advances).reduce((sum, one) => sum + one, 0)
              expect((units / 1000) * style.size).toBeCloseTo(own, 1)
            }
          }
        },
      ),
    )
  })
})
