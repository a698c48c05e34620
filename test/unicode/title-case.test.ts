import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { titleCased } from '../../src/unicode/title-case.ts'
import { standardLines } from '../support/standard-file.ts'

const characters = (codes: string) =>
  codes
    .trim()
    .split(/\s+/)
    .filter(code => code !== '')
    .map(code => String.fromCodePoint(Number.parseInt(code, 16)))
    .join('')

describe('title case', () => {
  it('is that of SpecialCasing and of UnicodeData 15.0.0', () => {
    const wanted = new Map<string, string>()
    for (const line of standardLines('TitleCase.txt')) {
      const [letter, , title] = line.split(';').map(characters)
      wanted.set(letter, title)
    }
    for (const line of standardLines('SpecialCasing.txt')) {
      const fields = line.split(';').map(field => field.trim())
      const isConditional = fields.length > 4 && fields[4] !== ''
      if (!isConditional) wanted.set(characters(fields[0]), characters(fields[2]))
    }
    expect(wanted.size).toBeGreaterThan(150)
    for (const [letter, title] of wanted) {
      const code = `U+${letter.codePointAt(0)?.toString(16)}`
      const found = titleCased(letter, '', 'en').text
      expect([code, found.normalize('NFD')]).toEqual([code, title.normalize('NFD')])
    }
  })

  it.each([
    ['en', 'ﬁn ǆep straße ßa', 'Fin ǅep Straße Ssa'],
    ['el', 'άνεμος Άλφα ήλιος ᾳδης ΐ', 'Άνεμος Άλφα Ήλιος ᾼδης Ϊ́'],
    ['nl', 'ijs ijzer íj́s fijn IJs Ijs', 'IJs IJzer ÍJ́s Fijn IJs IJs'],
    ['en', 'ijs', 'Ijs'],
    ['tr', 'ilk ısı İlk', 'İlk Isı İlk'],
    ['az-Latn', 'il', 'İl'],
    ['lt', 'i̇̀š jo', 'I\u0300š Jo'],
    ['ka', 'ქართული', 'ქართული'],
    ['en', 'the l’été o’clock 3rd ⅲ', 'The L’été O’clock 3rd Ⅲ'],
  ] as const)('of words in %s: %s', async (language, text, title) => {
    const fonts = await openFonts()
    const styles = { body: { textTransform: 'capitalize', language } } as const
    const typesetter = typesetterFor({ sheet: defineSheet({ styles }), fonts })
    const layout = typesetter.set(text as 'x', { style: 'body' })
    const shown = layout.lines.flatMap(line => line.runs.map(run => run.text)).join('')
    expect(shown.normalize('NFD')).toBe(title.normalize('NFD'))
  })
})
