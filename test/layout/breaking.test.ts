import { defineSheet, faceOf, type Layout, openFonts, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { toPdf } from 'dot-line/pdf'
import { graphemes } from 'dot-line/unicode'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts } from '../support/fonts.ts'
import { expectWholeText } from '../support/lines.ts'
import { readPdf } from '../support/pdf.ts'

const styles = {
  defaults: { size: 16 },
  divided: { hyphenation: true },
  german: { hyphenation: true, language: 'de' },
  icelandic: { hyphenation: true, language: 'is' },
  even: { breaking: 'even' },
  best: { breaking: 'best', hyphenation: true },
  company: { loneWord: 'avoid' },
  bestCompany: { breaking: 'best', loneWord: 'avoid' },
  whole: { overflowWrap: 'normal' },
  korean: { wordBreak: 'keep-all', language: 'ko' },
  strict: { lineBreak: 'strict', language: 'ja' },
  loose: { lineBreak: 'loose', language: 'ja' },
  middle: { ellipsis: { at: 'middle' } },
  start: { ellipsis: { at: 'start' } },
  words: { ellipsis: { between: 'words' } },
  middleWords: { ellipsis: { at: 'middle', between: 'words' } },
  arabic: { family: 'Noto Sans Arabic', language: 'ar' },
  tracked: { family: 'Noto Sans Arabic', language: 'ar', tracking: 0.2 },
  bold: { weight: 700 },
  paint: { ink: 'warning' },
} as const

const sheet = defineSheet({ inks: { warning: '#c8331f' }, styles })

type StyleName = keyof typeof styles
let typesetter: Awaited<ReturnType<typeof open>>
async function open() {
  const files = [...arabicFonts, fontFiles.japanese, fontFiles.thai]
  const fonts = await openFonts({ files })
  const hyphenation = await openHyphenation('en', 'de')
  return typesetterFor({ sheet, fonts, hyphenation })
}
beforeAll(async () => {
  typesetter = await open()
})

const set = (text: string, style: StyleName | undefined, frame = {}) =>
  typesetter.set(text as 'x', { style, ...frame })
const lineTexts = (layout: Layout) =>
  layout.lines.map(({ runs }) => runs.map(run => (run.kind === 'hyphen' ? '' : run.text)).join(''))
/** Of each line, whether it ends with the glyph of a hyphen that is of no character. */
const shownHyphens = (layout: Layout) =>
  layout.lines.map(({ runs }) => {
    const run = runs.findLast(r => r.text.replace(/[\s\u00ad]/g, '') !== '')
    if (run?.kind !== 'hyphen') return false
    return run.start === run.end && run.glyphs.glyphs[0] === faceOf(run).glyphOf(0x2010)
  })

const notice =
  'Passengers for Brackwater-under-Heugh are kindly asked to remember that the international ' +
  'timetable of the company is printed in both languages, and that cancellations are announced ' +
  'at the harbour office before departure.'

describe('hyphenation', () => {
  it('divides words by the patterns of their language, with a hyphen outside of the text', async () => {
    const layout = set('the international timetable', 'divided', { width: 90 })
    expect(lineTexts(layout)).toEqual(['the interna', 'tional ', 'timetable'])
    expect(shownHyphens(layout)).toEqual([true, false, false])
    expect(layout.text).toBe('the international timetable')
    for (const line of layout.lines) expect(line.width).toBeLessThanOrEqual(90 + 1e-6)
    const { pages } = await readPdf(toPdf(layout))
    expect(pages[0].map(run => run.text).join('')).toBe('the interna-tional timetable')
    const german = set('Fährverbindungsunterbrechung', 'german', { width: 120 })
    expect(lineTexts(german)).toEqual(['Fährverbindungs', 'unterbrechung'])
  })

  it('shapes the word together with its hyphen', () => {
    const layout = set('~family=serif[fonts\u00adful]', undefined, { width: 50 })
    expect(lineTexts(layout)).toEqual(['fonts\u00ad', 'ful'])
    const [run, hyphen] = layout.lines[0].runs
    const whole = faceOf(run).shape('fonts‐', {
      script: 'Latn',
      language: 'en',
      direction: 'ltr',
      features: [],
    })
    expect(hyphen.kind).toBe('hyphen')
    expect([...run.glyphs.advances, ...hyphen.glyphs.advances]).toEqual([...whole.advances])
  })

  it('honors soft hyphens everywhere and shows them at breaks only', () => {
    const text = 'over\u00adland'
    expect(shownHyphens(set(text, undefined, { width: 45 }))).toEqual([true, false])
    const whole = set(text, undefined)
    expect(whole.lines.length).toBe(1)
    expect(whole.width).toBeCloseTo(set('overland', undefined).width, 6)
  })

  it('leaves words with soft hyphens to these', () => {
    const text = 'Fährverbindungs\u00adunterbrechung'
    const free = set(text.replace('\u00ad', ''), 'german', { width: 60 })
    expect(free.lines.length).toBeGreaterThan(3)
    const own = set(text, 'german', { width: 130 })
    expect(lineTexts(own)).toEqual(['Fährverbindungs\u00ad', 'unterbrechung'])
    const narrow = set('Fährver\u00adbindung', 'german', { width: 62 })
    expect(lineTexts(narrow)).toEqual(['Fährver\u00ad', 'bindung'])
  })

  it('divides words and lines of any length', () => {
    // Beyond 255 letters places were counted from 0 again.
    const part = 'verbindungsunterbrechung'
    const word = part.repeat(20)
    let end = 0
    for (const line of lineTexts(set(word, 'german', { width: 150 })).slice(0, -1)) {
      end += line.length
      expect([0, 6, 11, 13, 16, 19]).toContain(end % part.length)
    }
    const long = `${'so viele kleine Boote '.repeat(8000)}${word}`
    const room = set(long.slice(0, long.length - word.length), 'german').width
    const wide = set(long, 'german', { width: room + 300 })
    expectWholeText(wide)
    expect(shownHyphens(wide)[0]).toBe(true)
  })

  it('reports languages without patterns and lists the known ones', async () => {
    expect(set('x', 'icelandic').problems).toMatchObject([
      {
        code: 'missing-hyphenation',
        severity: 'warning',
        message: expect.stringMatching(/patterns are loaded for 'is'/),
      },
    ])
    await expect(openHyphenation('eng')).rejects.toThrow(
      "there are no hyphenation patterns for 'eng' (did you mean 'en'?)",
    )
  })
})

describe('breaking modes', () => {
  const spread = ({ lines }: Layout) => {
    const widths = lines.map(line => line.width)
    return Math.max(...widths) - Math.min(...widths)
  }

  it('even: as many lines, about equally long', () => {
    for (const text of ['Winter timetable from the second of November on', notice]) {
      for (const width of [140, 200, 260]) {
        const [fast, even] = [set(text, undefined, { width }), set(text, 'even', { width })]
        expect(even.lines.length).toBe(fast.lines.length)
        expect(even.textWidth).toBeLessThanOrEqual(fast.textWidth + 1e-6)
        expectWholeText(even)
      }
    }
    const [fast, even] = [undefined, 'even' as const].map(style =>
      set('Winter timetable from the second of November', style, { width: 250 }),
    )
    expect(spread(even)).toBeLessThan(spread(fast) / 2)
  })

  it('best: less raggedness over the whole paragraph, and never too wide', () => {
    const raggedness = ({ lines }: Layout, width: number) =>
      lines.slice(0, -1).reduce((sum, line) => sum + (width - line.width) ** 2, 0)
    let better = 0
    for (let width = 150; width <= 420; width += 15) {
      const [fast, best] = [set(notice, 'divided', { width }), set(notice, 'best', { width })]
      expect(best.textWidth).toBeLessThanOrEqual(width + 1e-6)
      expectWholeText(best)
      const hyphens = (layout: Layout) => shownHyphens(layout).filter(Boolean).length
      expect(hyphens(best)).toBeLessThanOrEqual(hyphens(fast) + 1)
      if (raggedness(best, width) <= raggedness(fast, width)) better++
      else if (hyphens(best) < hyphens(fast)) better++
    }
    expect(better).toBeGreaterThanOrEqual(16)
    // Where a word is wider than the line, it goes on as first fit does.
    expect(lineTexts(set('a Brackwater', 'best', { width: 30 })).join('')).toBe('a Brackwater')
  })

  it('leaves no word alone on the last line where the style says so', () => {
    const text = 'Boats to Ardle Point leave at dusk'
    for (const [style, ragged] of [
      ['company', undefined],
      ['bestCompany', 'best'],
    ] as const) {
      let mended = 0
      for (let width = 120; width < 250; width += 2) {
        const last = lineTexts(set(text, style, { width })).at(-1)
        if (lineTexts(set(text, ragged, { width })).at(-1) === 'dusk' && last !== 'dusk') mended++
        expect(last, `${style} ${width}`).not.toBe('dusk')
      }
      if (style === 'company') expect(mended).toBeGreaterThan(3)
    }
  })

  it('leaves a word alone that a line of its own is ended before', () => {
    for (const style of ['company', 'bestCompany'] as const) {
      const texts = lineTexts(set('Boats leave on time.\u2028Daily', style, { width: 200 }))
      expect(texts.at(-1), style).toBe('Daily')
      expect(texts.at(-2), style).toMatch(/time\.$/)
    }
  })

  it('breaks long words, or lets them overflow and reports it', () => {
    const word = 'Fährverbindungsunterbrechung'
    expect(set(word, undefined, { width: 60 }).lines.length).toBeGreaterThan(1)
    const over = set(`to ${word} now`, 'whole', { width: 60 })
    expect(lineTexts(over)).toEqual(['to ', `${word} `, 'now'])
    expect(over.problems).toMatchObject([{ code: 'overflow' }])
  })

  it('breaks Japanese by the strictness of the style', () => {
    const text = 'ちょっとカード'
    const starts = (style: StyleName, width: number) =>
      lineTexts(set(text, style, { width })).map(t => t[0])
    expect(starts('loose', 34).some(c => 'ょっー'.includes(c))).toBe(true)
    expect(starts('strict', 50).some(c => 'ょっー'.includes(c))).toBe(false)
  })

  it('keeps Korean words whole on request of the style', () => {
    const text = '배는 해질녘에 떠난다'
    const width = set('해질녘에 ', 'korean').width + 1
    expect(lineTexts(set(text, 'korean', { width }))).toEqual(['배는 ', '해질녘에 ', '떠난다'])
    expect(lineTexts(set(text, undefined, { width }))).not.toContain('해질녘에 ')
  })

  it('never gives fewer lines to a narrower frame, first fit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('to', 'Quillhaven', 'harbour', 'a', 'timetable', 'Ardle-Point')),
        fc.integer({ min: 40, max: 300 }),
        (words, width) => {
          const text = words.join(' ')
          const [narrow, wide] = [width, width + 17].map(w => set(text, undefined, { width: w }))
          expect(wide.lines.length).toBeLessThanOrEqual(narrow.lines.length)
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('a paragraph without text', () => {
  it('is one empty line, however lines are broken', () => {
    for (const style of ['best', undefined] as const) {
      const { lines } = set('', style, { width: 90 })
      expect(lines).toHaveLength(1)
      expect(lines[0].height).toBeGreaterThan(10)
    }
  })
})

describe('tabs', () => {
  it('reach to the next stop from the start of their line', () => {
    const at = (text: string, word: string) =>
      set(text, undefined).lines[0].runs.find(run => run.text === word)?.x
    const stop = at('\tx', 'x')
    expect(at('a\tx', 'x')).toBeCloseTo(stop ?? Number.NaN, 6)
    expect(at('ab\tx', 'x')).toBeCloseTo(stop ?? Number.NaN, 6)
    expect(at('a\tb\tx', 'x')).toBeCloseTo(2 * (stop ?? Number.NaN), 6)
    const wrapped = set('one\ttwo\tthree\tfour', undefined, { width: 120 })
    for (const line of wrapped.lines) expect(line.width).toBeLessThanOrEqual(120 + 1e-6)
    expect(set('a\tb', undefined).problems).toEqual([])
  })
})

describe('cutting', () => {
  const path = 'Lantern Sound Ferries / Winter / Ardle Point departures'

  it('in the middle and at the start, with the ellipsis in place of the omitted text', () => {
    const middle = set(path, 'middle', { width: 180, maxLines: 1 })
    const [text] = lineTexts(middle)
    expect(text).toMatch(/^Lantern \S+…departures$/)
    expect(middle.textWidth).toBeLessThanOrEqual(180 + 1e-6)
    const { cut } = middle
    expect(text).toBe(`${path.slice(0, cut?.start)}…${path.slice(cut?.end)}`)
    expect(cut?.text).toBe(path.slice(cut?.start, cut?.end))
    const start = set(path, 'start', { width: 180, maxLines: 1 })
    expect(lineTexts(start)[0]).toMatch(/^…\S.*departures$/)
    expect(start.cut?.start).toBe(0)
    // One more grapheme does not fit.
    expect(start.textWidth).toBeGreaterThan(180 - 16)
  })

  it('between words', () => {
    expect(lineTexts(set(path, 'words', { width: 150, maxLines: 1 }))).toEqual(['Lantern Sound…'])
    const [text] = lineTexts(set(path, 'middleWords', { width: 200, maxLines: 1 }))
    for (const word of text.split(/[ …]/).filter(w => w !== ''))
      expect(path.split(' ')).toContain(word)
  })

  it('by the height of the frame', () => {
    const layout = set(notice, undefined, { width: 200, height: 50 })
    expect(layout.lines.length).toBe(2)
    expect(layout.height).toBeLessThanOrEqual(50)
    expect(lineTexts(layout)[1]).toMatch(/…$/)
    expect(layout.cut?.end).toBe(notice.length)
    expect(set('one\ntwo', undefined, { height: 30 }).cut?.text).toBe('\ntwo')
    const low = set('x', undefined, { height: 5 })
    expect(low.lines.length).toBe(1)
    expect(low.problems).toMatchObject([
      { code: 'overflow', message: expect.stringMatching(/higher than its frame/) },
    ])
    expect(() => set('x', undefined, { height: -1 })).toThrow('the height of a frame')
  })

  it('over several paragraphs and lines, in every position', () => {
    const text = 'one two three\nfour five six\nseven eight nine ten'
    for (const style of ['middle', 'start', 'words', 'middleWords', 'even', 'best'] as const) {
      for (const maxLines of [1, 2]) {
        const layout = set(text, style, { width: 90, maxLines })
        expect(layout.lines.length).toBeLessThanOrEqual(maxLines)
        expect(lineTexts(layout).join('')).toContain('…')
        expect(layout.text).toBe(text)
      }
    }
  })

  it('never cuts a grapheme and reports an ellipsis without room', () => {
    const text = 'e\u0301👩‍✈️x'.repeat(12)
    const ends = new Set([0, ...graphemes(text)])
    const collecting = typesetterFor({ sheet, fonts: typesetterFonts(), problems: 'collect' })
    for (const style of ['middle', 'start'] as const) {
      for (let width = 40; width < 260; width += 13) {
        const { cut } = collecting.set(text as 'x', { style, width, maxLines: 1 })
        if (!cut) continue
        expect(ends).toContain(cut.start)
        expect(ends).toContain(cut.end)
      }
    }
    const tiny = set('Quillhaven', undefined, { width: 3, maxLines: 1 })
    expect(lineTexts(tiny)).toEqual(['…'])
    expect(tiny.problems).toMatchObject([{ code: 'overflow' }])
  })

  it('keeps the direction of the remaining text', () => {
    const layout = set('القوارب تغادر عند الغروب كل يوم', 'arabic', { width: 120, maxLines: 1 })
    const [line] = layout.lines
    const mark = line.runs.find(run => run.text === '…')
    expect(mark?.level).toBe(1)
    expect(mark?.x).toBeCloseTo(Math.min(...line.runs.map(run => run.x)), 6)
  })
})

describe('joined scripts', () => {
  it('join across a change of face and of ink', () => {
    const glyphs = (text: string) =>
      set(text, 'arabic').lines[0].runs.flatMap(run => [...run.glyphs.glyphs].reverse())
    const [plain] = [glyphs('سمك')]
    expect(glyphs('س~paint[م]ك')).toEqual(plain)
    // In bold, the letter is another glyph, and still the form that stands inside a word.
    const mixed = set('س~bold[م]ك', 'arabic').lines[0].runs
    expect(mixed.map(run => faceOf(run).weight)).toEqual([400, 700, 400])
    const inside = set('~bold[سمك]', 'arabic').lines[0].runs[0].glyphs.glyphs
    const middle = mixed.find(run => faceOf(run).weight === 700)
    expect(middle?.glyphs.glyphs.length).toBe(1)
    expect([...inside]).toContain(middle?.glyphs.glyphs[0])
  })

  it('are not torn apart by tracking', () => {
    const text = 'القوارب تغادر'
    expect(set(text, 'tracked').width).toBeCloseTo(set(text, 'arabic').width, 6)
  })
})

let fontsOfTests: Awaited<ReturnType<typeof openFonts>>
beforeAll(async () => {
  fontsOfTests = await openFonts({ files: [fontFiles.emoji] })
})
const typesetterFonts = () => fontsOfTests
