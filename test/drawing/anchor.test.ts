import {
  type Anchor,
  bounds,
  draw,
  inkBox,
  inlineBox,
  place,
  placementOf,
  rectangle,
} from 'dot-line'
import { toPng } from 'dot-line/png'
import { describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { inkEdges } from '../support/png-pixels.ts'
import { sheet, testSetter } from '../support/setting.ts'

const [width, height] = [400, 200]
const [x, y] = [200, 100]

/** Where ink is in the picture of a layout that was placed: by its pixels, not by our own numbers. */
async function inked(text: string, anchor: Anchor, frame = {}) {
  const typesetter = await testSetter()
  const layout = typesetter.set(text as 'x', { style: 'headline', ...frame })
  const ground = rectangle({ x: 0, y: 0, width, height }, sheet.ink('foam'))
  const shown = draw({ width, height }, [ground, place(layout, x, y, anchor)])
  return inkEdges(toPng(shown, { pixelRatio: 2 }), 2)
}

describe('anchors, by the drawn pixels', () => {
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
    const { top, bottom } = await inked('gap', { down: 'center', by: 'ink' })
    expect(Math.abs((top + bottom) / 2 - y)).toBeLessThan(0.75)
  })

  it('by the line box of the first line, the last or all', async () => {
    const typesetter = await testSetter()
    const layout = typesetter.set('one\ntwo\nthree', { style: 'body' })
    const top = (anchor: Anchor) => {
      const [item] = paintedItems(layout, 0, 0, anchor)
      return item.kind === 'glyphs' ? item.y - layout.lines[0].baseline : Number.NaN
    }
    const line = 16 * 1.4
    expect(top({ down: 'bottom' })).toBeCloseTo(-3 * line)
    expect(top({ down: 'bottom', of: 'first' })).toBeCloseTo(-line)
    expect(top({ down: 'top', of: 'last' })).toBeCloseTo(-2 * line)
    expect(top({ down: 'center', of: 'last' })).toBeCloseTo(-2.5 * line)
    expect(() => top({ of: 'second' as 'first' })).toThrow(
      "'second' is not a valid value for 'of' in the anchor (expected one of first, last, all)",
    )
  })

  it('starts text from right to left at its right edge', async () => {
    const typesetter = await testSetter(1, 'collect')
    const layout = typesetter.set('שלום', { width: 100 })
    const left = (anchor: Anchor) => {
      const [item] = paintedItems(layout, 0, 0, anchor)
      return item.kind === 'glyphs' ? item.x - layout.lines[0].runs[0].x : Number.NaN
    }
    expect(left({ across: 'start' })).toBeCloseTo(-100)
    expect(left({ across: 'end' })).toBeCloseTo(0)
    expect(left({})).toBeCloseTo(0)
  })
})

describe('rotation, by the drawn pixels', () => {
  const anchors = [
    {},
    { across: 'center', down: 'center', by: 'ink' },
    { across: 'end', down: 'bottom', of: 'last' },
    { across: 1.2, down: 'cap' },
  ] as const
  it.each([30, 90, -45, 180, 263])('%d degrees: the ink is where `placement` says', async angle => {
    const typesetter = await testSetter()
    const layout = typesetter.set('Tern\nJulia', { style: 'headline' })
    for (const own of anchors) {
      const anchor: Anchor = { ...own, angle }
      const ground = rectangle({ x: 0, y: 0, width, height }, sheet.ink('foam'))
      const shown = draw({ width, height }, [ground, place(layout, x, y, anchor)])
      const ink = inkEdges(toPng(shown, { pixelRatio: 2 }), 2)
      const { inkBox, bounds } = placementOf(layout, x, y, anchor)
      if (!inkBox) throw new Error('no ink')
      expect(shown.problems).toEqual([])
      expect(Math.abs(ink.left - inkBox.x)).toBeLessThan(1)
      expect(Math.abs(ink.top - inkBox.y)).toBeLessThan(1)
      expect(Math.abs(ink.right - inkBox.x - inkBox.width)).toBeLessThan(1)
      expect(Math.abs(ink.bottom - inkBox.y - inkBox.height)).toBeLessThan(1)
      expect(bounds.width).toBeGreaterThan(inkBox.width - 1)
    }
  })

  it('is counterclockwise about the anchor', async () => {
    const ink = await inked('Marigold', { down: 'alphabetic', angle: 90 })
    // What ran to the right runs up, and what stood above the baseline stands to its left.
    expect(ink.bottom).toBeCloseTo(y, -1)
    expect(ink.top).toBeLessThan(y - 60)
    expect(ink.right).toBeLessThan(x + 10)
    const typesetter = await testSetter()
    const layout = typesetter.set('Marigold', { style: 'headline' })
    const upright = { across: 'center', down: 'center' } as const
    const { matrix } = placementOf(layout, x, y, { ...upright, angle: 77 })
    const [cx, cy] = [layout.width / 2, layout.height / 2]
    expect(matrix.xx * cx + matrix.xy * cy + matrix.dx).toBeCloseTo(x, 9)
    expect(matrix.yx * cx + matrix.yy * cy + matrix.dy).toBeCloseTo(y, 9)
    expect(() => place(layout, x, y, { angle: Number.NaN })).toThrow('angle of a placed layout')
  })

  it('boxes of a layout before it is placed', async () => {
    const typesetter = await testSetter()
    const layout = typesetter.set('Tern', { style: 'headline', width: 150 })
    expect(bounds(layout)).toEqual({ x: 0, y: 0, width: 150, height: layout.height })
    const ink = await inked('Tern', {}, { width: 150 })
    expect(Math.abs((inkBox(layout)?.x ?? 0) + x - ink.left)).toBeLessThan(0.75)
    expect(Math.abs((inkBox(layout)?.y ?? 0) + y - ink.top)).toBeLessThan(0.75)
    expect(inkBox(typesetter.set(' ', {}))).toBeUndefined()
  })
})

describe('texts beyond the edge of a drawing', () => {
  it('are reported', async () => {
    const typesetter = await testSetter()
    const layout = typesetter.set('Tern', { style: 'headline' })
    const problemsAt = (x: number, y: number) =>
      draw({ width, height }, [place(layout, x, y)]).problems.map(problem => problem.message)
    expect(problemsAt(10, 10)).toEqual([])
    expect(problemsAt(10, 500)).toEqual(["'Tern' is outside the drawing"])
    expect(problemsAt(width - 20, 10)[0]).toMatch(
      /'Tern' extends beyond the drawing by [\d.]+ at the right/,
    )
  })
})

describe('inline boxes', () => {
  it('are on the baseline or centered on capitals or small letters', async () => {
    const typesetter = await testSetter()
    const size = 60
    const middleOf = async (text: string, values = {}) => {
      const layout = typesetter.set(text as 'x', { style: 'headline', values })
      const ground = rectangle({ x: 0, y: 0, width, height }, sheet.ink('foam'))
      const items = place(layout, 20, 120, { down: 'alphabetic' })
      const { top, bottom } = inkEdges(
        toPng(draw({ width, height }, [ground, items]), { pixelRatio: 2 }),
        2,
      )
      return { middle: (top + bottom) / 2, bottom }
    }
    const icon = draw({ width: 1, height: 1 }, [
      rectangle({ x: 0, y: 0, width: 1, height: 1 }, sheet.ink('deep')),
    ])
    const box = (centered?: 'cap' | 'ex') => ({
      icon: inlineBox({
        width: size,
        height: size,
        drawing: icon,
        ...(centered && { centered }),
      }),
    })
    expect((await middleOf('{icon}', box())).bottom).toBeCloseTo(120, 0)
    const [caps, small] = [await middleOf('H'), await middleOf('x')]
    expect(Math.abs((await middleOf('{icon}', box('cap'))).middle - caps.middle)).toBeLessThan(0.75)
    expect(Math.abs((await middleOf('{icon}', box('ex'))).middle - small.middle)).toBeLessThan(0.75)
    expect(() => inlineBox({ width: 1, height: 1, centered: 'top' as 'cap' })).toThrow(
      "not on 'top'",
    )
  })
})
