import { type Anchor, drawing, place, rectangle } from 'dot-line'
import { toPng } from 'dot-line/png'
import { describe, expect, it } from 'vitest'
import { inkEdges } from '../support/png-pixels.ts'
import { sheet, testSetter } from '../support/setting.ts'

const [width, height] = [400, 200]
const [x, y] = [200, 100]

/** Where ink is in the picture of a layout that was placed: by its pixels, not by our own numbers. */
async function inked(text: string, anchor: Anchor, frame = {}) {
  const setter = await testSetter()
  const layout = setter.set(text as 'x', { style: 'headline', ...frame })
  const ground = rectangle({ x: 0, y: 0, width, height }, sheet.ink('foam'))
  const shown = drawing({ width, height }, [ground, place(layout, x, y, anchor)])
  return inkEdges(toPng(shown, { pixelRatio: 2 }), 2)
}

describe('anchors, by the pixels of what was drawn', () => {
  it.each([
    ['left', 'left'],
    ['right', 'right'],
    ['start', 'left'],
    ['end', 'right'],
  ] as const)('across %s, by ink', async (across, edge) => {
    const ink = await inked('Tern', { across, by: 'ink' })
    expect(ink[edge]).toBeCloseTo(x, 0)
  })

  it('across a fraction, also beyond the edges', async () => {
    for (const across of [-0.5, 0, 0.25, 0.5, 1, 1.5]) {
      const { left, right } = await inked('Tern', { across, by: 'ink' })
      expect(Math.abs(left + (right - left) * across - x)).toBeLessThan(0.75)
    }
    const { left, right } = await inked('Tern', { across: 'center', by: 'ink' })
    expect((left + right) / 2).toBeCloseTo(x, 0)
  })

  it.each([
    ['H', 'cap', 'top'],
    ['x', 'ex', 'top'],
    ['H', 'alphabetic', 'bottom'],
  ] as const)('down: %s by its %s', async (text, down, edge) => {
    expect(Math.abs((await inked(text, { down }))[edge] - y)).toBeLessThan(0.75)
    const turned = await inked(`top\n${text}`, { down, of: 'last' })
    if (down === 'alphabetic') expect(Math.abs(turned[edge] - y)).toBeLessThan(0.75)
  })

  it.each(['top', 'bottom'] as const)('down by the %s of the ink', async down => {
    expect(Math.abs((await inked('gap', { down, by: 'ink' }))[down] - y)).toBeLessThan(0.75)
    const { top, bottom } = await inked('gap', { down: 'middle', by: 'ink' })
    expect(Math.abs((top + bottom) / 2 - y)).toBeLessThan(0.75)
  })

  it('by the line box of the first line, the last or all', async () => {
    const setter = await testSetter()
    const layout = setter.set('one\ntwo\nthree', { style: 'body' })
    const top = (anchor: Anchor) => {
      const [item] = place(layout, 0, 0, anchor)
      return item.kind === 'glyphs' ? item.y - layout.lines[0].baseline : Number.NaN
    }
    const line = 16 * 1.4
    expect(top({ down: 'bottom' })).toBeCloseTo(-3 * line)
    expect(top({ down: 'bottom', of: 'first' })).toBeCloseTo(-line)
    expect(top({ down: 'top', of: 'last' })).toBeCloseTo(-2 * line)
    expect(top({ down: 'middle', of: 'last' })).toBeCloseTo(-2.5 * line)
    expect(() => top({ of: 'second' as 'first' })).toThrow("by its 'second' lines")
  })

  it('starts text from right to left at its right edge', async () => {
    const setter = await testSetter(1, 'collect')
    const layout = setter.set('שלום', { width: 100 })
    const left = (anchor: Anchor) => {
      const [item] = place(layout, 0, 0, anchor)
      return item.kind === 'glyphs' ? item.x - layout.lines[0].runs[0].x : Number.NaN
    }
    expect(left({ across: 'start' })).toBeCloseTo(-100)
    expect(left({ across: 'end' })).toBeCloseTo(0)
    expect(left({})).toBeCloseTo(0)
  })
})
