import { DotLineError, type Layout, type SetOptions } from 'dot-line'
import { graphemes } from 'dot-line/unicode'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { expectWholeText } from '../support/lines.ts'
import { noticeMarkup, noticeValues, testSetter } from '../support/setting.ts'

const lineTexts = (layout: Layout) =>
  layout.lines.map(line => line.runs.map(run => run.text).join(''))

let typesetter: Awaited<ReturnType<typeof testSetter>>
beforeAll(async () => {
  typesetter = await testSetter()
})

const set = (markup: string, setting: SetOptions<'body' | 'headline' | 'clock' | 'prose'> = {}) =>
  typesetter.set(markup, { style: 'body', ...setting })

describe('wrapping', () => {
  it('breaks at spaces and hyphens, and spaces hang', () => {
    const layout = set('Boats to Brackwater-under-Heugh are late', { width: 120 })
    expect(lineTexts(layout)).toEqual(['Boats to ', 'Brackwater-', 'under-Heugh are ', 'late'])
    const [first] = layout.lines
    expect(first.width).toBeLessThan(first.runs[0].width + first.runs[1].width)
  })

  it('breaks at stated ends and keeps empty lines', () => {
    const layout = set('one\n\ntwo\u2028three')
    expect(lineTexts(layout)).toEqual(['one', '', 'two', 'three'])
    expect(new Set(layout.lines.map(line => line.height))).toEqual(new Set([22.4]))
  })

  it('breaks a word wider than the line between graphemes', () => {
    const word = 'Fährverbindungsunterbrechung'.normalize('NFD')
    const layout = set(word, { width: 60 })
    expect(layout.lines.length).toBeGreaterThan(2)
    expect(lineTexts(layout).join('')).toBe(word)
    const ends = new Set(graphemes(word))
    for (const line of layout.lines) expect(ends).toContain(line.end)
    const count = layout.lines.length
    expect(layout.problems).toMatchObject([
      {
        code: 'broken-word',
        severity: 'warning',
        message: expect.stringContaining(`${count - 2} more`),
        range: { start: 0, end: word.length },
        line: 0,
      },
    ])
    expect(set('to Brackwater', { width: 90 }).problems).toEqual([])
  })

  it('reports a grapheme that is wider than the frame', () => {
    expect(set('Wm', { width: 5 }).problems).toMatchObject([
      { code: 'overflow', severity: 'warning' },
      { code: 'broken-word', severity: 'warning' },
    ])
  })

  it('never exceeds the width, and puts every character on exactly one line', () => {
    const words = fc.constantFrom(
      'to',
      'Quillhaven',
      'AVATAR',
      'office-fi',
      'Brackwater-under-Heugh',
      '07:40',
      'é',
      '  ',
    )
    const piece = fc.tuple(words, fc.constantFrom('', 'strong', 'emphasis', 'larger', 'prose'))
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 60, max: 400 }),
        (pieces, width) => {
          const markup = pieces
            .map(([word, style]) => (style ? `~${style}[${word}]` : word))
            .join(' ')
          const layout = set(markup, { width })
          expect(layout.textWidth).toBeLessThanOrEqual(width + 1e-6)
          expectWholeText(layout)
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('alignment', () => {
  it.each(['start', 'center', 'end'] as const)('%s', align => {
    const layout = set('Boats to Quillhaven are late today', { width: 130, align })
    const share = { start: 0, center: 0.5, end: 1 }[align]
    for (const line of layout.lines) {
      expect(line.x).toBeCloseTo((130 - line.width) * share, 9)
      expect(line.runs[0].x).toBe(line.x)
    }
  })
})

describe('line boxes', () => {
  it('are as high as the leading, and as the largest size on the line', () => {
    const [plain, mixed] = set('one\ntwo ~larger[three]').lines
    expect(plain.height).toBeCloseTo(16 * 1.4, 9)
    expect(mixed.height).toBeCloseTo(24 * 1.4, 9)
    expect(mixed.top).toBeCloseTo(plain.height, 9)
    expect(mixed.baseline).toBeGreaterThan(plain.baseline + plain.height)
  })
})

describe('the line limit', () => {
  it('ends with an ellipsis in the style of the text it ends', () => {
    const layout = set('Boats to ~alert[Brackwater-under-Heugh and back]', {
      width: 150,
      maxLines: 1,
    })
    const [line] = layout.lines
    const mark = line.runs.at(-1)
    expect(mark).toMatchObject({ text: '…', style: { ink: { color: '#c8331f' }, weight: 600 } })
    expect(line.width).toBeLessThanOrEqual(150)
    expect(layout.cut?.text).toBe(layout.text.slice(layout.cut?.start))
    expect(lineTexts(layout)[0]).toBe(`${layout.text.slice(0, layout.cut?.start)}…`)
  })

  it('removes spaces before the ellipsis and cuts no grapheme', () => {
    const text = 'e\u0301'.repeat(40)
    const ends = new Set([0, ...graphemes(text)])
    for (let width = 20; width < 200; width += 3.7) {
      expect(ends).toContain(set(text, { width, maxLines: 1 }).cut?.start)
    }
    const spaced = set('Boats to    Quillhaven', { width: 85, maxLines: 1 })
    expect(lineTexts(spaced)).toEqual(['Boats to…'])
  })

  it('marks omitted paragraphs, with and without a width', () => {
    expect(lineTexts(set('one\ntwo', { maxLines: 1 }))).toEqual(['one…'])
    expect(lineTexts(set('one\ntwo', { maxLines: 2 }))).toEqual(['one', 'two'])
    expect(set('one\ntwo', { maxLines: 2 }).cut).toBeUndefined()
  })
})

describe('the reader scale', () => {
  it('enlarges text and wraps it again', async () => {
    const frame = { style: 'body', width: 280, values: noticeValues } as const
    const larger = (await testSetter(2)).set(noticeMarkup, frame)
    const normal = typesetter.set(noticeMarkup, frame)
    expect(larger.lines.length).toBeGreaterThan(normal.lines.length)
    expect(larger.lines[0].runs[0].style.size).toBe(32)
  })

  it('grows large sizes less and never changes their order', async () => {
    for (const scale of [0.5, 0.8, 1, 1.3, 2, 3]) {
      const scaled = await testSetter(scale)
      const sizes = [6, 12, 16, 20, 20.5, 24, 30, 48, 96].map(
        size => scaled.set(`~size=${size}[x]`).lines[0].runs[0].style.size,
      )
      expect(sizes).toEqual([...sizes].sort((a, b) => a - b))
      expect(new Set(sizes).size).toBe(sizes.length)
      if (scale === 2) expect(sizes[2]).toBe(32)
      if (scale === 2) expect(sizes[8] / 96).toBeLessThan(1.6)
      if (scale === 1) expect(sizes[8]).toBe(96)
    }
  })
})

describe('shaping', () => {
  it('kerns, and joins ligatures', () => {
    const width = (text: string) => set(text).lines[0].width
    expect(width('AV')).toBeLessThan(width('A') + width('V') - 0.2)
    const [run] = set('office').lines[0].runs
    expect(run.glyphs.glyphs.length).toBeLessThan('office'.length)
  })

  it('shapes across a change of ink: no glyph and no advance changes', () => {
    const plain = set('AVoffice').lines[0]
    const colored = set('A~ink=flare[V]of~ink=flare[f]ice').lines[0]
    expect(colored.width).toBeCloseTo(plain.width, 9)
    const glyphs = (line: typeof plain) => line.runs.flatMap(run => [...run.glyphs.glyphs])
    expect(glyphs(colored)).toEqual(glyphs(plain))
  })

  it('does not kern across lines', () => {
    const [first] = set('~family=serif[To AVAIL T-V]', { width: 40 }).lines
    expect(first.width).toBeCloseTo(set('~family=serif[To]').width, 9)
  })
})

describe('problems', () => {
  const problem = (markup: string, setting: SetOptions = {}): Partial<DotLineError> => {
    try {
      typesetter.set(markup, { source: 'board.txt', ...setting } as SetOptions<'body'>)
    } catch (error) {
      if (error instanceof DotLineError) return error
    }
    return {}
  }

  it.each([
    [
      'to ~stong[x]',
      'unknown-style',
      "no style named 'stong' at board.txt:1:5 (did you mean 'strong'?)",
    ],
    [
      'to ~strong[x',
      'unclosed-span',
      "the span ~strong[ is not closed at board.txt:1:4 (end it with ']')",
    ],
    ['to\n {port}', 'missing-value', 'no value for {port} at board.txt:2:2'],
    ['~size=big[x]', 'unknown-size', "no size named 'big' at board.txt:1:2 (available: small)"],
    [
      '~sise=9[x]',
      'unknown-property',
      "unknown property 'sise' at board.txt:1:2 (did you mean 'size'?)",
    ],
    ['~weight=1200[x]', 'bad-value', /1200 is not a valid value for 'weight' at board.txt:1:2/],
    [
      '~family=Sanz[x]',
      'unknown-family',
      "no family 'Sanz' among the fonts (did you mean 'sans'?)",
    ],
    [
      '~href=javascript:alert[x]',
      'forbidden-link',
      /may not start with 'javascript:' at board.txt:1:2/,
    ],
    ['~href="java\tscript:x"[x]', 'forbidden-link', /may not start with 'javascript:'/],
  ])('%j throws %s', (markup, code, message) => {
    const { code: thrown, message: text = '' } = problem(markup)
    expect(thrown).toBe(code)
    if (typeof message === 'string') expect(text).toBe(message)
    else expect(text).toMatch(message)
  })

  it("a missing glyph in users' input is listed and never thrown", () => {
    const layout = set('漢')
    expect(layout.problems).toMatchObject([
      {
        code: 'missing-glyph',
        severity: 'warning',
        message: expect.stringMatching(/no glyph for U\+6F22 '漢'/),
      },
    ])
  })

  it('are listed on the layout when collected, and the text is shown', async () => {
    const collecting = await testSetter(1, 'collect')
    const markup: string = 'to ~stong[{port}] and ~strong[on'
    const layout = collecting.set(markup, { style: 'body' })
    expect(layout.text).toBe('to {port} and on')
    expect(layout.problems.map(p => p.code)).toEqual([
      'unclosed-span',
      'unknown-style',
      'missing-value',
    ])
  })

  it('lists an unused value as a warning', () => {
    const layout = typesetter.set('to {port}', { values: { port: 'x', prot: 'y' } })
    expect(layout.problems).toMatchObject([
      { code: 'unused-value', severity: 'warning', nearest: 'port' },
    ])
  })

  it('throws on programming mistakes', async () => {
    const collecting = await testSetter(1, 'collect')
    for (const width of [-1, Number.NaN, Infinity])
      expect(() => collecting.set('x', { width })).toThrow('width')
    for (const lines of [0, 1.5])
      expect(() => collecting.set('x', { maxLines: lines })).toThrow(
        'maxLines must be a whole number',
      )
    await expect(testSetter(0)).rejects.toThrow('scale')
  })

  it('never parses values as markup', () => {
    const name = '~strong[x] {y} ~('
    expect(typesetter.set('to {port}', { values: { port: name } }).text).toBe(`to ${name}`)
  })
})
