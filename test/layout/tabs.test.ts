import { defineSheet, faceOf, type Layout, openFonts, typesetterFor } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts } from '../support/fonts.ts'
import { expectWholeText } from '../support/lines.ts'

const stops = [
  { at: 100 },
  { at: 180, align: 'center' },
  { at: 240, align: 'decimal' },
  { at: 360, align: 'end', leader: '.' },
] as const
const styles = {
  defaults: { size: 15, tabs: stops },
  indented: { startIndent: 24, firstIndent: -10 },
  justified: { align: 'justify' },
  best: { breaking: 'best', tabs: [{ at: 90 }] },
  german: { language: 'de' },
  arabic: { family: ['Noto Sans Arabic', 'sans'], direction: 'rtl', language: 'ar' },
  list: { marker: { text: '{number}.' }, spaceAfter: 4 },
  bullet: { marker: { text: '•', indent: 20 }, startIndent: 10 },
  arabicList: { from: 'arabic', marker: { text: '•', indent: 20 } },
} as const
const sheet = defineSheet({ styles })
const openSetter = async () =>
  typesetterFor({ sheet, fonts: await openFonts({ files: arabicFonts }) })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const set = (text: string, style: keyof typeof styles = 'defaults', width = 400) =>
  typesetter.set(text as 'x', { style, width })
/** Both ends of a text on the first line. */
function ends(layout: Layout, text: string): readonly [left: number, right: number] {
  const run = layout.lines[0].runs.find(r => r.text === text)
  if (!run) throw new Error(`no run '${text}'`)
  return [run.x, run.x + run.width]
}

describe('tab stops', () => {
  it('align what follows at its start, center, decimals and end, to a hundredth of a unit', () => {
    const layout = set('Tern\tQuay\tmid\t12.75\tfrom 5')
    expectWholeText(layout)
    expect(layout.problems).toEqual([])
    expect(ends(layout, 'Quay')[0]).toBeCloseTo(100, 6)
    const [left, right] = ends(layout, 'mid')
    expect((left + right) / 2).toBeCloseTo(180, 6)
    const whole = ends(set('12'), '12')
    expect(ends(layout, '12.75')[0] + whole[1]).toBeCloseTo(240, 6)
    expect(ends(layout, 'from 5')[1]).toBeCloseTo(360, 6)
  })

  it('know the decimals of a language, and numbers without them', () => {
    const first = (text: string, style?: keyof typeof styles) =>
      ends(set(`\t\t\t${text}`, style), text)
    const wholes = ends(set('1,200', 'german'), '1,200')[1]
    expect(first('7,5', 'german')[0]).toBeCloseTo(240 - ends(set('7'), '7')[1], 6)
    expect(first('1,200.5')[0]).toBeCloseTo(240 - wholes, 1)
    expect(first('300')[1]).toBeCloseTo(240, 6)
  })

  it('that preceding text passes are reported with their positions', () => {
    const layout = set('Brackwater-under-Heugh\tQuay\tmid')
    expect(layout.problems).toMatchObject([
      { code: 'unreached-tab', severity: 'warning', line: 0, range: { start: 22, end: 23 } },
    ])
    const centered = set('Tern\tQuay\tBrackwater-under-Heugh and Ardle Point\t4.5')
    expect(centered.problems.map(p => p.code)).toContain('unreached-tab')
    expect(set('Brackwater-under-Heugh\tQuay', 'best').problems).toHaveLength(1)
  })

  it('are counted from the start edge, whatever the indents', () => {
    const layout = set('a\tb b b b b b b b b b b b b b b b b b b b b b b b b b\tc', 'indented', 200)
    expect(ends(layout, 'a')[0]).toBeCloseTo(14, 6)
    const [b] = layout.lines[0].runs.filter(run => run.text.startsWith('b'))
    expect(b.x).toBeCloseTo(100, 6)
    const c = layout.lines.flatMap(line => line.runs).find(run => run.text === 'c')
    expect(stops.some(stop => Math.abs(stop.at - (c?.x ?? 0)) < 10)).toBe(true)
  })

  it('have leaders that align from line to line', () => {
    const dots = ['Ardle\t\t\t\t9', 'Low Emmerly\t\t\t\t10'].map(text => {
      const { runs } = set(text).lines[0]
      const tab = runs.filter(run => run.text === '\t').at(-1)
      if (!tab) throw new Error('no tab')
      const scale = 15 / faceOf(tab).metrics.unitsPerEm
      const places: number[] = []
      let x = tab.x
      tab.glyphs.advances.forEach((advance, i) => {
        if (i > 0) places.push(x)
        x += advance * scale
      })
      return { places, step: faceOf(tab).advance(faceOf(tab).glyphOf(0x2e)) * scale }
    })
    for (const { places, step } of dots) {
      expect(places.length).toBeGreaterThan(10)
      for (const x of places) expect(Math.abs(x / step - Math.round(x / step))).toBeLessThan(1e-6)
    }
  })

  it('have leaders with either of two opened sets of equal fonts', async () => {
    // As an app that also writes documents has it: this one's faces can do more.
    const other = await openFonts({ embedding: true })
    const kinds = (layout: Layout) => layout.lines[0].runs.map(run => run.kind)
    expect(kinds(set('Ardle\t\t\t\t9'))).toContain('leader')
    const own = typesetterFor({ sheet, fonts: other })
    expect(kinds(own.set('Ardle\t\t\t\t9', { width: 400 }))).toContain('leader')
    other.close()
  })

  it('count from the right in text from right to left', () => {
    const layout = set('مرسى\tرصيف', 'arabic')
    expectWholeText(layout)
    expect(ends(layout, 'رصيف')[1]).toBeCloseTo(400 - 100, 6)
    const led = set('مرسى\t\t\t\tرصيف', 'arabic')
    expect(ends(led, 'رصيف')[0]).toBeCloseTo(400 - 360, 6)
  })

  it('end justified text and best breaking', () => {
    const words = 'boats leave at dusk and again at dawn for the outer islands'
    const { lines } = set(`To\t${words}`, 'justified', 220)
    expect(lines.length).toBeGreaterThan(1)
    const [to, , rest] = lines[0].runs
    expect(to.width).toBeCloseTo(ends(set('To'), 'To')[1], 6)
    expect(rest.x).toBeCloseTo(100, 6)
    expect(rest.x + rest.width).toBeGreaterThanOrEqual(220 - 1e-6)
    const best = set(`To\t${words} ${words}`, 'best', 200)
    expect(best.problems).toEqual([])
    for (const line of best.lines) expect(line.width).toBeLessThanOrEqual(200 + 1e-6)
  })
})

describe('list markers', () => {
  it('are before the first line of each paragraph, counted, outside of the text', () => {
    const layout = set('Buy a ticket\nShow it to the mate before the boat leaves\nSit', 'list', 180)
    expectWholeText(layout)
    const markers = layout.lines.flatMap(line => line.runs.filter(run => run.start === run.end))
    expect(markers.map(run => run.text)).toEqual(['1.', '2.', '3.'])
    expect(markers.every(run => run.x === 0)).toBe(true)
    const texts = layout.lines.map(line => line.runs.find(run => run.end > run.start)?.x ?? 0)
    expect(new Set(texts.map(x => x.toFixed(6))).size).toBe(1)
    expect(texts[0]).toBeCloseTo(markers[0].width + 7.5, 6)
  })

  it('are in a stated indent, at the right of text from right to left', () => {
    const [marker, text] = set('Tern', 'bullet').lines[0].runs
    expect([marker.x, text.x]).toEqual([10, 30])
    const [arabic, first] = set('مرسى', 'arabicList', 200).lines[0].runs
    expect(arabic.x + arabic.width).toBeCloseTo(200, 6)
    expect(first.x + first.width).toBeCloseTo(180, 6)
  })
})
