import { defineSheet, inkBox, openFonts, rubyText, typesetterFor } from 'dot-line'
import { toHtml } from 'dot-line/html'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { expectWholeText } from '../support/lines.ts'
import { readText } from '../support/pdf.ts'

const fonts = await openFonts({ embedding: true, files: [fontFiles.japanese] })
const sheet = defineSheet({
  styles: {
    defaults: { family: ['MotoyaLCedar', 'sans'], size: 20, leading: 2, language: 'ja' },
    down: { writingMode: 'vertical-rl' },
    paired: { writingMode: 'vertical-rl', combineDigits: true },
    closed: { punctuationSpacing: 'closed' },
    closedDown: { writingMode: 'vertical-rl', punctuationSpacing: 'closed' },
    dots: { emphasisMark: 'dot' },
    circles: { emphasisMark: 'circle' },
    drops: { emphasisMark: 'sesame' },
  },
})
const typesetter = typesetterFor({ sheet, fonts })
const set = (text: string, style: string, frame: object = {}) =>
  typesetter.set(text as 'x', { style, ...frame } as object)
/** How long a text is on its line. */
const lengthOf = (text: string, style: string) => set(text, style).lines[0].width

describe('two combined digits of vertical text', () => {
  it('are upright in the space of one letter', () => {
    const layout = set('12月25日', 'paired')
    expectWholeText(layout)
    expect(lengthOf('12月25日', 'paired')).toBeCloseTo(80, 3)
    const pairs = layout.lines[0].runs.filter(({ text }) => /\d/.test(text))
    expect(pairs.map(({ text, upright, width }) => [text, upright, width])).toEqual([
      ['12', true, 20],
      ['25', true, 20],
    ])
    // Both of one cluster: no caret and no line's end comes between them.
    for (const { glyphs } of pairs) expect([...glyphs.clusters]).toEqual([0, 0])
    const ink = inkBox(set('12', 'paired'))
    expect(ink?.width).toBeGreaterThan(14)
    expect(ink?.width).toBeLessThan(21)
    expect((ink?.y ?? 0) + (ink?.height ?? 0) / 2).toBeCloseTo(10, 0)
    // The blanks beside figures are not alike.
    expect(Math.abs((ink?.x ?? 0) + (ink?.width ?? 0) / 2 - 20)).toBeLessThan(1)
  })

  it('are never part of a longer number', () => {
    for (const text of ['2027年', '3便', '123', 'a1']) {
      expect(set(text, 'paired').lines[0].width, text).toBe(set(text, 'down').lines[0].width)
    }
    expect(set('12', 'down').lines[0].runs[0].upright).toBeUndefined()
    // In horizontal text there is nothing to turn.
    const across = typesetter.set('12', { style: 'defaults', overrides: { combineDigits: true } })
    expect(across.lines[0].width).toBe(set('12', 'defaults').lines[0].width)
  })

  it('are kept together, however short the line', () => {
    for (let height = 20; height <= 120; height += 7) {
      const layout = set('は12月25日に', 'paired', { height })
      const texts = layout.lines.map(({ start, end }) => layout.text.slice(start, end))
      expect(texts.join('')).toBe(layout.text.slice(0, texts.join('').length))
      for (const text of texts) expect(text).not.toMatch(/^\d(?!\d)|(?<!\d)\d$/)
    }
  })

  it('are read as they are written in a PDF, and combined on a page', async () => {
    const layout = set('12月25日', 'paired')
    expect((await readText(toPdf(layout))).replace(/\s/g, '')).toBe('12月25日')
    const { css } = toHtml(layout)
    expect(css).toContain('text-combine-upright:all')
    expect(toHtml(set('12月25日', 'down')).css).not.toContain('text-combine-upright')
  })
})

describe('fullwidth punctuation', () => {
  it.each(['closed', 'closedDown'])('leaves half of a letter where blanks meet: %s', style => {
    const full = style === 'closed' ? 'defaults' : 'down'
    for (const [text, pairs] of [
      ['」、', 1],
      ['」「', 1],
      ['（「', 1],
      ['。」）', 2],
      ['『「港」』', 2],
      ['港。港', 0],
      ['「港', 0],
      ['、港「', 0],
    ] as const) {
      // What ends a line is as wide as it is.
      const own = lengthOf(`${text}港`, style)
      expect(lengthOf(`${text}港`, full) - own, text).toBeCloseTo(pairs * 10, 3)
    }
  })

  it('is unchanged without spacing rules and across spans', () => {
    expect(lengthOf('（「港」）', 'defaults')).toBeCloseTo(100, 3)
    expect(lengthOf('~closed[」]「港', 'defaults')).toBeCloseTo(50, 3)
    expect(lengthOf('」~closed[「]港', 'defaults')).toBeCloseTo(60, 3)
  })

  it('is justified as other text is', () => {
    const text = '船は「夕暮れ」、（八時）に出ます。船は「夕暮れ」、（八時）に出ます。'
    const layout = set(text, 'closed', { width: 210, align: 'justify' })
    expectWholeText(layout)
    for (const line of layout.lines.slice(0, -1)) {
      const right = Math.max(...line.runs.map(run => run.x + run.width))
      expect(right).toBeGreaterThan(199)
      expect(right).toBeLessThan(220.01)
    }
  })

  it('has the same glyphs at the same places in SVG, PDF and PNG as in the layout', () => {
    const layout = set('「港」、（船）', 'closed')
    expect(toPng(layout).length).toBeGreaterThan(100)
    const [first, ...rest] = layout.lines[0].runs
    let x = first.x + first.width
    for (const run of rest) {
      expect(run.x).toBeCloseTo(x, 6)
      x = run.x + run.width
    }
    expect(toSvg(layout)).toContain('<svg')
  })
})

describe('emphasis', () => {
  it('has a mark at each letter but not at blanks and punctuation', () => {
    for (const style of ['dots', 'circles', 'drops']) {
      const svg = (text: string) => toSvg(set(text, style)).split('<path').length - 1
      const plain = (text: string) => toSvg(set(text, 'defaults')).split('<path').length - 1
      expect(svg('島 めぐ、り。') - plain('島 めぐ、り。'), style).toBe(4)
    }
  })

  it('is above the letters, or to the right of vertical ones', () => {
    const box = (style: string, more: object) =>
      inkBox(typesetter.set('島', { style, overrides: more } as object))
    const across = box('defaults', {})
    const marked = box('dots', {})
    expect(marked?.y).toBeLessThan((across?.y ?? 0) - 3)
    expect(marked?.height).toBeGreaterThan((across?.height ?? 0) + 3)
    const down = box('down', {})
    const beside = box('down', { emphasisMark: 'dot' })
    expect(beside?.x).toBeCloseTo(down?.x ?? 0, 3)
    expect(beside?.width).toBeGreaterThan((down?.width ?? 0) + 3)
  })

  it('is painted on a page and changes no line', () => {
    const layout = set('島めぐり', 'dots', { width: 60 })
    const plain = set('島めぐり', 'defaults', { width: 60 })
    expect(layout.lines.map(({ start }) => start)).toEqual(plain.lines.map(({ start }) => start))
    expect(layout.height).toBe(plain.height)
    expect(toHtml(layout).css).toContain('data:image/svg')
  })
})

describe('ruby', () => {
  it('is above its text, both centered on the wider one', () => {
    const ruby = rubyText(typesetter, '離', 'はなれて', { style: 'defaults' })
    expect([ruby.width, ruby.height, ruby.label]).toEqual([40, 30, '離'])
    const wide = rubyText(typesetter, '埠頭桟橋', 'ふ', { style: 'defaults' })
    expect(wide.width).toBe(80)
    const layout = typesetter.set('{a}に', { style: 'defaults', values: { a: ruby } })
    // A leading of 2 has room for it.
    expect(layout.height).toBe(40)
    expect(layout.lines[0].width).toBeCloseTo(60, 3)
    const tight = typesetter.set('{a}に', { overrides: { leading: 1.2 }, values: { a: ruby } })
    expect(tight.height).toBeGreaterThan(24)
  })

  it('is to the right of vertical text, which stays centered in its line', () => {
    const ruby = rubyText(typesetter, '離', 'はな', { style: 'down' })
    expect([ruby.width, ruby.height]).toEqual([40, 20])
    const layout = typesetter.set('{a}に', { style: 'down', values: { a: ruby } })
    expect([layout.width, layout.height]).toEqual([40, 40])
    const ink = inkBox(layout)
    expect((ink?.x ?? 0) + (ink?.width ?? 0)).toBeGreaterThan(30)
  })

  it('is read and copied as its text, and is text in a PDF', async () => {
    const values = { a: rubyText(typesetter, '埠頭', 'ふとう') }
    const layout = typesetter.set('{a}に', { values })
    const read = await readText(toPdf(layout))
    expect(read).toContain('埠頭')
    expect(read).toContain('ふとう')
    expect(toHtml(layout).html).toContain('aria-label="埠頭"')
  })

  it('takes its texts literally and reports mistakes', () => {
    expect(rubyText(typesetter, '~a[b]{c}', '{d}').label).toBe('~a[b]{c}')
    expect(() => rubyText(typesetter, '埠', 5 as never)).toThrow('ruby')
    expect(() => rubyText(typesetter, '埠', 'ふ', { styel: 'x' } as never)).toThrow(
      "did you mean 'style'?",
    )
    expect(() => rubyText(typesetter, '埠', 'ふ', { style: 'donw' })).toThrow(
      "did you mean 'down'?",
    )
  })
})
