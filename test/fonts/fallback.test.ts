import { defineSheet, type Fonts, faceOf, openFonts, typesetterFor } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles, read, withEmptyMissingGlyph } from '../support/font-files.ts'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { readPdf } from '../support/pdf.ts'

const sheet = defineSheet({
  styles: { defaults: { size: 20 }, listed: { family: ['sans', 'Noto Sans Arabic'] } },
})

let fonts: Fonts
beforeAll(async () => {
  const files = [
    ...arabicFonts,
    ...hebrewFonts,
    fontFiles.thai,
    fontFiles.japanese,
    fontFiles.emoji,
  ]
  fonts = await openFonts({ files })
})

/** Which face writes what; neighbors that only their direction tells apart are one. */
function faces(text: string, style: 'defaults' | 'listed' = 'defaults') {
  const layout = typesetterFor({ sheet, fonts, problems: 'collect' }).set(text, { style })
  const runs: [text: string, family: string][] = []
  const inOrder = layout.lines.flatMap(line => line.runs).sort((a, b) => a.start - b.start)
  for (const run of inOrder) {
    const { text: part } = run
    const face = faceOf(run)
    const last = runs.at(-1)
    if (last && last[1] === face.family) last[0] += part
    else runs.push([part, face.family])
  }
  return { runs, problems: layout.problems }
}

describe('fallback', () => {
  it('tries the style’s families, then the fonts by script', () => {
    expect(faces('Tern العرب', 'listed').runs.map(([, family]) => family)).toEqual([
      'Source Sans 3',
      'Noto Sans Arabic',
    ])
    const { runs, problems } = faces('Tern العربية עברית ไทย 船は')
    expect(problems).toEqual([])
    expect(runs).toEqual([
      ['Tern ', 'Source Sans 3'],
      ['العربية ', 'Noto Sans Arabic'],
      ['עברית ', 'Noto Sans Hebrew'],
      ['ไทย ', 'Noto Sans Thai'],
      ['船は', 'MotoyaLCedar'],
    ])
  })

  it('keeps spaces, digits and marks in the face of their run, so that Arabic does not fall apart', () => {
    for (const text of ['القوارب تغادر عند 12:40، كل يوم', 'القوارب تغادر 12:40']) {
      expect(faces(text).runs).toEqual([[text, 'Noto Sans Arabic']])
    }
    // A vowel sign stays with its letter, and with the face that has both.
    expect(faces('بَحْر').runs).toEqual([['بَحْر', 'Noto Sans Arabic']])
  })

  it.each([
    ['joined emoji', '👩‍✈️'],
    ['a family', '👨‍👩‍👧'],
    ['a flag of two letters', '🇬🇷'],
    ['a flag of tags', '🏴󠁧󠁢󠁳󠁣󠁴󠁿'],
    ['a keycap', '1️⃣'],
    ['a picture by its selector', '❤️'],
    ['a skin tone', '👍🏽'],
  ])('keeps %s in one face, as one glyph', (_, text) => {
    const { runs, problems } = faces(text)
    expect(problems).toEqual([])
    expect(runs).toEqual([[text, 'Noto Color Emoji']])
    const layout = typesetterFor({ sheet, fonts }).set(text)
    const inked = layout.lines[0].runs[0].glyphs.glyphs.filter(glyph =>
      fonts.face('Noto Color Emoji', { weight: 400, slant: 'normal' }).colorParts(glyph),
    )
    expect(inked.length).toBe(1)
  })

  it('shows a box for a missing character and names it', async () => {
    const { runs, problems } = faces('x \u{10b83} y')
    expect(runs.map(([text]) => text).join('')).toBe('x \u{10b83} y')
    expect(problems).toMatchObject([
      { code: 'missing-glyph', message: expect.stringMatching(/U\+10B83/) },
    ])
    // A face whose own missing glyph is empty is given one.
    const font = withEmptyMissingGlyph(read('assets/fonts/SourceCodePro-Regular.ttf'))
    const only = await openFonts({ builtIn: [], files: [font] })
    const own = sheet.with({ styles: { defaults: { family: 'Source Code Pro' } } })
    const layout = typesetterFor({ sheet: own, fonts: only, problems: 'collect' }).set('\u{10b83}')
    const face = faceOf(layout.lines[0].runs[0])
    expect(face.extents(0)?.top).toBeCloseTo(face.metrics.capHeight)
    expect(toSvg(layout)).toMatch(/<path id="g\w+-0"/)
    const { pages } = await readPdf(toPdf(layout))
    expect(pages[0].map(run => run.text)).toEqual(['\u{10b83}'])
  })

  it('never splits a grapheme between faces (any text)', () => {
    const pieces = fc.constantFrom(
      'a',
      'é',
      'e\u0301',
      'ب',
      'بَ',
      '船',
      'ไ',
      '👩‍✈️',
      '❤️',
      ' ',
      '1',
      'ש',
    )
    fc.assert(
      fc.property(fc.array(pieces, { minLength: 1, maxLength: 12 }), parts => {
        const text = parts.join('')
        const { runs } = faces(text)
        expect(runs.map(([part]) => part).join('')).toBe(text)
        const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' })
        const starts = new Set([...segmenter.segment(text)].map(s => s.index))
        let at = 0
        for (const [part] of runs) {
          expect(starts.has(at)).toBe(true)
          at += part.length
        }
      }),
      { numRuns: 60 },
    )
  })
})
