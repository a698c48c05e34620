import { defineSheet, draw, faceOf, openFonts, place, rectangle, typesetterFor } from 'dot-line'
import { toPng } from 'dot-line/png'
import { beforeAll, describe, expect, it } from 'vitest'
import { verticalOrientation } from '../../src/unicode/index.ts'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts } from '../support/fonts.ts'
import { expectWholeText } from '../support/lines.ts'
import { inkEdges } from '../support/png-pixels.ts'

const styles = {
  defaults: { size: 20, leading: 1.5 },
  rl: { writingMode: 'vertical-rl' },
  lr: { writingMode: 'vertical-lr' },
  sidewaysRl: { writingMode: 'sideways-rl' },
  sidewaysLr: { writingMode: 'sideways-lr' },
  upright: { writingMode: 'vertical-rl', orientation: 'upright' },
  japanese: { family: ['MotoyaLCedar', 'sans'], language: 'ja', writingMode: 'vertical-rl' },
  arabic: { family: ['Noto Sans Arabic', 'sans'], writingMode: 'vertical-rl', language: 'ar' },
} as const
const sheet = defineSheet({ inks: { foam: '#f4fafc' }, styles })
const openSetter = async () =>
  typesetterFor({ sheet, fonts: await openFonts({ files: [fontFiles.japanese, ...arabicFonts] }) })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const set = (text: string, style: keyof typeof styles, frame = {}) =>
  typesetter.set(text as 'x', { style, ...frame })
const size = { width: 200, height: 300 }
function inked(text: string, style: keyof typeof styles, frame = {}) {
  const ground = rectangle({ x: 0, y: 0, ...size }, sheet.ink('foam'))
  const items = place(set(text, style, frame), 50, 40)
  return inkEdges(toPng(draw(size, [ground, items]), { pixelRatio: 2 }), 2)
}

describe('UAX #50', () => {
  it('gives the orientation of characters', () => {
    const known = { 日: 'U', あ: 'U', A: 'R', '1': 'R', ア: 'U', '。': 'Tu', '「': 'Tr', ー: 'Tr' }
    for (const [character, expected] of Object.entries(known)) {
      expect(verticalOrientation(character.codePointAt(0) ?? 0)).toBe(expected)
    }
  })
})

describe('vertical text', () => {
  it('is as wide as its lines are high, and as high as the longest is long', () => {
    const across = set('Ardle\nPoint', 'defaults')
    for (const style of ['rl', 'lr', 'sidewaysRl', 'sidewaysLr'] as const) {
      const down = set('Ardle\nPoint', style)
      expect([down.width, down.height]).toEqual([across.height, across.width])
      expectWholeText(down)
    }
  })

  it('runs down from the right, down from the left, or up, by its pixels', () => {
    // What is alone on its line is long; the other line is a dot, which tells where it is.
    const long = 'ooooooo'
    for (const [style, longIsRight] of [
      ['rl', true],
      ['sidewaysRl', true],
      ['lr', false],
      ['sidewaysLr', false],
    ] as const) {
      const two = inked(`${long}\no`, style)
      const alone = inked(`${long}\n `, style)
      if (longIsRight) expect(two.left).toBeLessThan(alone.left - 10)
      else expect(two.right).toBeGreaterThan(alone.right + 10)
      expect(two.bottom - two.top).toBeGreaterThan(60)
    }
    const start = (style: 'rl' | 'sidewaysLr') => inked('o', style, { height: 200 })
    expect(start('rl').top).toBeLessThan(60)
    expect(start('sidewaysLr').bottom).toBeGreaterThan(220)
  })

  it('wraps at the height of the frame, and is cut at its width', () => {
    const layout = set('Boats leave Quillhaven at dusk every day', 'rl', { height: 120 })
    expect(layout.lines.length).toBeGreaterThan(2)
    for (const line of layout.lines) expect(line.width).toBeLessThanOrEqual(120)
    expect(layout.height).toBe(120)
    const cut = set('Boats leave Quillhaven at dusk every day', 'rl', { height: 120, width: 60 })
    expect(cut.lines).toHaveLength(2)
    expect(cut.cut).toBeDefined()
  })

  it('sets letters below each other, in the middle of the line', () => {
    const layout = set('HOH', 'upright')
    const [run] = layout.lines[0].runs
    expect(run.upright).toBe(true)
    // The face states no vertical metrics: every letter takes an em.
    expect(faceOf(run).vertical().isStated).toBe(false)
    expect(layout.height).toBeCloseTo(60, 6)
    const { left, right, top, bottom } = inked('HOH', 'upright')
    expect((left + right) / 2).toBeCloseTo(50 + layout.width / 2, 0)
    expect(bottom - top).toBeGreaterThan(50)
  })

  it('uses the vertical metrics and forms of a face that has them', () => {
    const [run] = set('船。', 'japanese').lines[0].runs
    const vertical = faceOf(run).vertical()
    expect(vertical.isStated).toBe(true)
    const { unitsPerEm } = faceOf(run).metrics
    expect([...run.glyphs.advances]).toEqual([unitsPerEm, unitsPerEm])
    // The full stop stands in the upper right of its square, by the form for vertical text.
    expect(run.glyphs.glyphs[1]).not.toBe(faceOf(run).glyphOf(0x3002))
    const stop = inked('。', 'japanese')
    const width = 20 * 1.5
    expect(stop.left).toBeGreaterThan(50 + width / 2)
    expect(stop.bottom).toBeLessThan(40 + 10)
    // Also behind an ideograph, where this font has its forms among kana only.
    expect(set('船、', 'japanese').lines[0].runs[0].glyphs.glyphs[1]).not.toBe(
      faceOf(run).glyphOf(0x3001),
    )
  })

  it('rotates letters by script and keeps joined letters joined', () => {
    const runs = set('船Tern港', 'japanese').lines[0].runs
    expect(runs.map(run => [run.text, run.upright ?? false])).toEqual([
      ['船', true],
      ['Tern', false],
      ['港', true],
    ])
    const down = set('مرسى السفن', 'arabic').lines[0].runs
    const across = typesetter.set('مرسى السفن', { style: 'arabic' }).lines[0].runs
    expect(down.flatMap(run => [...run.glyphs.glyphs])).toEqual(
      across.flatMap(run => [...run.glyphs.glyphs]),
    )
  })
})

describe('trimming', () => {
  const trimmed = { size: 40, trim: { above: 'cap', below: 'alphabetic' } } as const
  const styled = sheet.with({ styles: { trimmed, small: { size: 40, trim: { above: 'ex' } } } })
  it('leaves a box from the top of capitals to the baseline, so that text centers by eye', async () => {
    const { set: setTrimmed } = typesetterFor({ sheet: styled, fonts: await openFonts() })
    const layout = setTrimmed('HEH', { style: 'trimmed' })
    const { capHeight, unitsPerEm } = faceOf(layout.lines[0].runs[0]).metrics
    expect(layout.height).toBeCloseTo((capHeight * 40) / unitsPerEm, 6)
    const ground = rectangle({ x: 0, y: 0, ...size }, styled.ink('foam'))
    const shown = draw(size, [
      ground,
      place(layout, 100, 150, { across: 'center', down: 'center' }),
    ])
    const { top, bottom } = inkEdges(toPng(shown, { pixelRatio: 2 }), 2)
    expect((top + bottom) / 2).toBeCloseTo(150, 0)
    const two = setTrimmed('HEH\nHEH', { style: 'trimmed' })
    expect(two.height).toBeCloseTo(layout.height + 40 * 1.5, 6)
    expect(two.lines[0].baseline).toBeCloseTo(layout.height, 6)
    const small = setTrimmed('xox', { style: 'small' })
    const { xHeight } = faceOf(small.lines[0].runs[0]).metrics
    expect(small.lines[0].baseline).toBeCloseTo((xHeight * 40) / unitsPerEm, 6)
  })
})
