import { lineBreaks } from 'dot-line/unicode'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { standardLines } from '../support/standard-file.ts'

const allowed = (text: string, options = {}) =>
  lineBreaks(text, options)
    .filter(b => b.kind === 'allowed')
    .map(b => b.offset)

describe('lineBreaks', () => {
  it('passes every case of LineBreakTest 15.0.0', () => {
    const cases = standardLines('LineBreakTest.txt')
    expect(cases.length).toBe(7654)
    const failing = cases.filter(line => {
      let text = ''
      const ends: number[] = []
      for (const token of line.split(/\s+/)) {
        if (token === '÷') ends.push(text.length)
        else if (token !== '×') text += String.fromCodePoint(Number.parseInt(token, 16))
      }
      return (
        lineBreaks(text)
          .map(b => b.offset)
          .join() !== ends.join()
      )
    })
    expect(failing).toEqual([])
  })

  it.each([
    ['spaces', 'to Quillhaven', [3]],
    ['several spaces', 'two  spaces', [5]],
    ['hyphens between words', 'Brackwater-under-Heugh', [11, 17]],
    ['dashes', 'late—very', [4, 5]],
    ['slashes, but not in dates', 'here/there 2/11/26', [5, 11]],
    ['ideographs', '船は出る', [1, 2, 3]],
    ['no figures', '€ 12,50 (07:40) -3', [2, 8, 16]],
    ['no-break spaces', '2\u00a0November', []],
    ['no signs before numbers', '-3', []],
    ['no ranges of numbers', '3-4', []],
    ['dashes that stand alone', 'go -- now', [3, 6]],
    ['a box', 'a\ufffcb', [1, 2]],
    ['no closing marks', '出る」。 「船', [1, 5]],
  ])('are at %s', (_, text, offsets) => {
    expect(allowed(text)).toEqual(offsets)
  })

  it('must be at a line separator and at the end', () => {
    expect(lineBreaks('a\u2028b')).toEqual([
      { offset: 2, kind: 'mandatory' },
      { offset: 3, kind: 'mandatory' },
    ])
    expect(lineBreaks('')).toEqual([])
  })

  it('depend on the strictness of Japanese breaking (CSS Text 3, section 5.2)', () => {
    const at = (text: string, strictness: string, language = 'ja') =>
      allowed(text, { lineBreak: strictness, language }).length > 0
    // Small kana and the prolonged sound mark.
    expect(['loose', 'normal', 'strict'].map(s => at('あっ', s))).toEqual([true, true, false])
    expect(['loose', 'normal', 'strict'].map(s => at('カー', s))).toEqual([true, true, false])
    // Hyphens, in Chinese and Japanese only.
    expect(['loose', 'normal', 'strict'].map(s => at('あ〜', s))).toEqual([true, true, false])
    expect(['loose', 'normal'].map(s => at('あ〜', s, 'en'))).toEqual([false, false])
    // Iteration marks and inseparable dots.
    expect(['loose', 'normal', 'strict'].map(s => at('人々', s))).toEqual([true, false, false])
    expect(['loose', 'normal', 'strict'].map(s => at('……', s))).toEqual([true, false, false])
    // Centered punctuation, and signs beside numbers.
    expect(['loose', 'normal', 'strict'].map(s => at('あ・', s))).toEqual([true, false, false])
    expect(['loose', 'normal', 'strict'].map(s => at('五％', s))).toEqual([true, false, false])
  })

  it('keep Korean words whole on request', () => {
    const text = '배는 해질녘에 떠난다'
    expect(allowed(text, { wordBreak: 'keep-all' })).toEqual([3, 8])
    expect(allowed(text).length).toBe(8)
  })

  it('keep numbers with a leading point, and slashes on request', () => {
    const pieces = (text: string, lineBreak: 'normal' | 'strict' | 'keep-slash') => {
      const offsets = lineBreaks(text, { lineBreak }).map(b => b.offset)
      return offsets.map((end, i) => text.slice(offsets[i - 1] ?? 0, end))
    }
    for (const lineBreak of ['normal', 'strict', 'keep-slash'] as const) {
      expect(pieces('from .5 to $.50 or,7', lineBreak)).toEqual([
        'from ',
        '.5 ',
        'to ',
        '$.50 ',
        'or,7',
      ])
    }
    // As Chromium has them.
    expect(pieces('all/any ä/ö и/или x/(y) 1/a a / b', 'keep-slash')).toEqual([
      'all/any ',
      'ä/',
      'ö ',
      'и/',
      'или ',
      'x/(y) ',
      '1/a ',
      // UAX #14 keeps a slash with what is before it, over spaces too (LB13); Chromium does not.
      'a / ',
      'b',
    ])
    expect(pieces('all/any', 'normal')).toEqual(['all/', 'any'])
  })

  it('allow lines to start with narrow hyphens in loose breaking only', () => {
    for (const hyphen of ['\u2010', '\u2013']) {
      for (const lineBreak of ['strict', 'normal', 'loose'] as const) {
        const offsets = lineBreaks(`船${hyphen}港`, { lineBreak, language: 'ja' }).map(
          b => b.offset,
        )
        expect(offsets.includes(1), `${hyphen} ${lineBreak}`).toBe(lineBreak === 'loose')
      }
    }
  })

  it('keep words with iteration marks whole on request', () => {
    const options = { wordBreak: 'keep-all', language: 'ja' } as const
    expect(lineBreaks('人々の、佐々木さん', options).map(b => b.offset)).toEqual([4, 9])
  })

  it('find the words of Thai, Lao, Khmer and Burmese', () => {
    // "boats leave at dusk"; where words end is the platform's to say, and so is not fixed here.
    for (const text of ['เรือออกตอนพลบค่ำ', 'ເຮືອອອກຕອນຄ່ໍາ', 'ទូកចេញនៅពេលល្ងាច', 'လှေများထွက်ခွာသည်']) {
      expect(allowed(text).length).toBeGreaterThan(1)
      for (const offset of allowed(text)) expect(text.slice(offset)).not.toMatch(/^\p{M}/u)
    }
    const long = 'เรือออกตอนพลบค่ำ'.repeat(200)
    const short = allowed('เรือออกตอนพลบค่ำเรือ')
    expect(allowed(long).slice(0, short.length - 1)).toEqual(short.slice(0, -1))
    expect(allowed(long).length).toBeGreaterThan(3 * 199)
  })

  it('are in order, inside the text, and never inside a grapheme of marks (any text)', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), text => {
        const offsets = lineBreaks(text).map(b => b.offset)
        expect(offsets.at(-1) ?? 0).toBe(text.length)
        expect(offsets).toEqual([...new Set(offsets)].sort((a, b) => a - b))
        for (const offset of offsets.slice(0, -1)) {
          const [before, after] = [text.charCodeAt(offset - 1), text.charCodeAt(offset)]
          expect(before >= 0xd800 && before < 0xdc00 && after >= 0xdc00 && after < 0xe000).toBe(
            false,
          )
        }
      }),
    )
  })
})
