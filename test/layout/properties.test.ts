import { defineSheet, type Layout, type Typesetter, typesetterFor } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { builtInFonts } from '../support/setting.ts'

const sheet = defineSheet({
  inks: { dusk: { gradient: 'linear', stops: ['#000000', '#ffffff'] } },
  styles: {
    plain: { family: 'sans', size: 10, leading: 2 },
    tracked: { tracking: 0.1 },
    apart: { wordSpacing: 0.5 },
    upper: { textTransform: 'uppercase' },
    turkish: { language: 'tr', textTransform: 'uppercase' },
    title: { textTransform: 'capitalize' },
    small: { caps: 'small-caps' },
    raised: { variantPosition: 'super' },
    shifted: { baselineShift: 0.5 },
    old: { features: { onum: true } },
    faint: { opacity: 0.5, ink: '#00000080' },
    paragraph: {
      from: 'plain',
      firstIndent: 12,
      startIndent: 8,
      endIndent: 4,
      spaceBefore: 3,
      spaceAfter: 5,
    },
    ended: { from: 'plain', align: 'end' },
    short: { from: 'plain', maxLines: 1, ellipsis: ' [more]' },
    lined: { from: 'plain', underline: { ink: 'dusk' } },
    smallMono: { caps: 'small-caps', family: 'mono' },
  },
})

let typesetter: Typesetter<string>
let set: (markup: string, style?: Parameters<typeof sheet.style>[0], width?: number) => Layout
beforeAll(async () => {
  typesetter = typesetterFor({ sheet, fonts: await builtInFonts() })
  set = (markup, style = 'plain', width) => typesetter.set(markup, { style, width })
})
const width = (markup: string) => set(markup).textWidth
const runsOf = (layout: Layout) => layout.lines.flatMap(line => line.runs)

describe('character properties', () => {
  it('adds letter-spacing except after the last letter, without ligatures', () => {
    expect(width('~tracked[abcde]') - width('abcde')).toBeCloseTo(4, 1)
    expect(runsOf(set('~tracked[office]'))[0].glyphs.glyphs.length).toBe(6)
  })

  it('takes no letter-spacing from a line of nothing but spaces', () => {
    const settings = [
      {},
      { width: 3 },
      { overrides: { ink: '#001' } },
      { overrides: { tracking: -0.1 } },
    ]
    for (const own of settings) {
      const { lines } = typesetter.set('  ', { style: 'tracked', ...own })
      expect([own, lines.map(line => line.width)]).toEqual([own, [0]])
    }
  })

  it('adds word spacing', () => {
    expect(width('~apart[a b c]') - width('a b c')).toBeCloseTo(10, 6)
  })

  it('changes letter case by the rules of the language', () => {
    expect(set('~upper[straße] ~turkish[izmir] ~title[low emmerly’s q~upper[u]ay]').text).toBe(
      'STRASSE İZMİR Low Emmerly’s QUay',
    )
  })

  it('sets small caps and old-style figures by the font’s features', () => {
    for (const [markup, plain] of [
      ['~small[ferry]', 'ferry'],
      ['~old[1234]', '1234'],
    ]) {
      expect(runsOf(set(markup))[0].glyphs.glyphs).not.toEqual(runsOf(set(plain))[0].glyphs.glyphs)
    }
  })

  it('raises superscripts and shifted text without moving the lines apart', () => {
    const layout = set('5~raised[Ωχ] ~shifted[up]')
    const [, raised, , shifted] = runsOf(layout)
    expect(raised).toMatchObject({ rise: expect.closeTo(3.4, 6), style: { size: 6.2 } })
    expect(shifted.rise).toBe(5)
    expect(set('5~raised[Ωχ]').height).toBeCloseTo(20, 6)
  })

  it('takes superscripts and small capitals from the font where it has them', () => {
    const [five, raised] = runsOf(set('5~raised[th]'))
    expect(raised).toMatchObject({ rise: 0, style: { size: 10 } })
    expect(raised.width).toBeLessThan(runsOf(set('th'))[0].width * 0.8)
    expect(five.style.features).toEqual([])
    const [own] = runsOf(set('~small[Tern]'))
    expect(own).toMatchObject({ text: 'Tern', style: { size: 10 } })
    expect([...own.glyphs.glyphs]).not.toEqual([...runsOf(set('Tern'))[0].glyphs.glyphs])
    // The mono family has none: capitals are made smaller.
    const made = runsOf(set('~smallMono[Tern 5]'))
    expect(made.map(run => run.text)).toEqual(['T', 'ERN', ' 5'])
    expect(made[1].style.size).toBeLessThan(9)
    expect(made[2].style.size).toBe(10)
  })

  it('blends ink by its opacity', () => {
    const [item] = paintedItems(set('~faint[x]'), 0, 0)
    expect(item.kind === 'glyphs' && item.ink.opacity).toBeCloseTo(0.251, 3)
  })
})

describe('paragraph properties', () => {
  it('indents the first line, and both edges', () => {
    const { lines } = set('one two three four five six', 'paragraph', 80)
    expect(lines.length).toBeGreaterThan(1)
    expect(lines.map(line => line.x)).toEqual([20, ...lines.slice(1).map(() => 8)])
    for (const line of lines) expect(line.x + line.width).toBeLessThanOrEqual(76 + 1e-6)
  })

  it('spaces paragraphs apart, but not from the frame', () => {
    const { lines, height } = set('one\ntwo', 'paragraph')
    expect(lines.map(line => line.top)).toEqual([0, 28])
    expect(height).toBe(48)
  })

  it('takes the style of the span that holds the whole paragraph', () => {
    const { lines } = set('~size=5[small ~size=6[one]]\n~size=20[L]arge', 'plain')
    expect(lines[0].height).toBeCloseTo(12, 6)
    expect(lines[1].height).toBeCloseTo(40, 6)
    const [, second] = set('~size=20[L]arge one two', 'plain', 40).lines
    expect(second.height).toBeCloseTo(20, 6)
  })

  it('aligns, limits lines and shows the ellipsis of the style', () => {
    const layout = set('one two', 'ended', 100)
    expect(layout.lines[0].x).toBeCloseTo(100 - layout.textWidth, 9)
    const short = set('one two three four', 'short', 70)
    expect(short.lines.length).toBe(1)
    expect(short.lines[0].runs.map(run => run.text).join('')).toMatch(/ \[more\]$/)
  })
})

describe('gradients where only one color is possible', () => {
  it('are reported', () => {
    const { problems } = set('x', 'lined')
    expect(problems.map(p => [p.code, p.severity])).toEqual([['not-drawn', 'warning']])
    expect(problems[0].message).toContain('as the ink of underline')
    expect(set('x').problems).toEqual([])
  })
})
