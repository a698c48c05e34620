import { defineSheet, openFonts, type Typesetter, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { beforeAll, describe, expect, it } from 'vitest'

let typesetter: Typesetter
beforeAll(async () => {
  const sheet = defineSheet({
    styles: {
      defaults: { size: 20, language: 'de' },
      broken: {},
      divided: { longWords: { hyphenate: true } },
      smaller: { longWords: { shrinkTo: 10 } },
      both: { longWords: { hyphenate: true, shrinkTo: 10 } },
      padded: { from: 'both', padding: { left: 10, right: 6 }, startIndent: 4 },
    },
  })
  typesetter = typesetterFor({
    sheet,
    fonts: await openFonts(),
    hyphenation: await openHyphenation('de'),
  })
})

const text = 'Heute Fährverbindungsunterbrechung nach Quillhaven'
const set = (style: string, width: number, markup = text) =>
  typesetter.set(markup, { style, width })
const codes = (layout: ReturnType<typeof set>) => layout.problems.map(problem => problem.code)
const words = (layout: ReturnType<typeof set>) =>
  layout.lines.map(line =>
    line.runs
      .map(run => run.text)
      .join('')
      .trim(),
  )

describe('a word that fits no line', () => {
  it('is broken anywhere by default and reported', () => {
    expect(codes(set('broken', 160))).toContain('broken-word')
  })

  it('is hyphenated, and no other word is', () => {
    const layout = set('divided', 160)
    expect(codes(layout)).toEqual([])
    expect(words(layout).some(line => line.endsWith('‐'))).toBe(true)
    expect(words(layout).at(-1)).toBe(
      'nach Quillhaven'.slice(words(layout).at(-1) === 'Quillhaven' ? 5 : 0),
    )
    // Where every word has room it is as if nothing was asked.
    expect(words(set('divided', 420))).toEqual(words(set('broken', 420)))
    expect(words(set('divided', 340))).toEqual(words(set('broken', 340)))
  })

  it('is set smaller in its own line if that is enough', () => {
    const layout = set('smaller', 200)
    expect(codes(layout)).toEqual([])
    expect(layout.fittedSize).toBeGreaterThan(10)
    expect(layout.fittedSize).toBeLessThan(20)
    expect(words(layout)).toContain('Fährverbindungsunterbrechung')
    const wide = Math.max(...layout.lines.map(line => line.width))
    expect(wide).toBeLessThanOrEqual(200.001)
    expect(wide).toBeGreaterThan(199)
    // Below the floor it is broken in its own size.
    expect(codes(set('smaller', 60))).toContain('broken-word')
    expect(set('smaller', 60).fittedSize).toBeUndefined()
  })

  it('is hyphenated first, then smaller', () => {
    for (const width of [400, 200, 120, 90, 70, 60]) {
      for (const style of ['both', 'padded']) {
        const layout = set(style, width)
        expect(codes(layout), `${style} ${width}`).toEqual([])
      }
    }
    expect(set('both', 160).fittedSize).toBeUndefined()
    expect(set('both', 45).fittedSize).toBeGreaterThanOrEqual(10)
    expect(typesetter.shape(text, { style: 'both' }).set({ width: 45 }).fittedSize).toBe(
      set('both', 45).fittedSize,
    )
  })

  it('keeps its spans and reports wrong requests', () => {
    const layout = set('both', 120, 'Die ~ink=#c8331f[Fährverbindungs]unterbrechung')
    expect(codes(layout)).toEqual([])
    expect(words(layout).join('').replaceAll(/[‐ ]/g, '')).toBe('DieFährverbindungsunterbrechung')
    expect(() => defineSheet({ styles: { a: { longWords: { shrinkTo: -1 } } } })).toThrow(
      'shrinkTo',
    )
    const wrong: object = { hyphenated: true }
    expect(() => defineSheet({ styles: { a: { longWords: wrong } } })).toThrow('hyphenated')
  })
})
