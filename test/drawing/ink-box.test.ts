import { defineSheet, inkBox, placementOf, typesetterFor } from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { builtInFonts } from '../support/setting.ts'

const sheet = defineSheet({
  styles: {
    defaults: { size: 20 },
    under: { underline: true },
    padded: { padding: { top: 9, right: 4, bottom: 2, left: 6 } },
    paddedUnder: { underline: true, padding: 10 },
    lowered: { baselineShift: -0.2, size: '0.7x' },
  },
})
const typesetter = async () => typesetterFor({ sheet, fonts: await builtInFonts() })

describe('ink boxes', () => {
  it('end where an underline ends, and hold its thickness', async () => {
    const layout = (await typesetter()).set('Boats', { style: 'under' })
    const box = inkBox(layout)
    expect(box?.x).toBeCloseTo(0, 6)
    expect(box?.width).toBeCloseTo(layout.width, 6)
    const [rule] = paintedItems(layout, 0, 0).filter(item => item.kind === 'rule')
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeCloseTo(rule.from[1] + rule.width / 2, 6)
  })

  it('are moved by padding only', async () => {
    const own = await typesetter()
    for (const [plain, padded, x, y] of [
      [undefined, 'padded', 6, 9],
      ['under', 'paddedUnder', 10, 10],
    ] as const) {
      const [box, inside] = [plain, padded].map(style => inkBox(own.set('Boats\nleave', { style })))
      expect(inside?.x).toBeCloseTo((box?.x ?? 0) + x, 6)
      expect(inside?.y).toBeCloseTo((box?.y ?? 0) + y, 6)
      expect(inside?.width).toBeCloseTo(box?.width ?? 0, 6)
      expect(inside?.height).toBeCloseTo(box?.height ?? 0, 6)
    }
  })

  it('of the first line lie below the padding', async () => {
    for (const text of ['Boats', 'Boats\nleave'] as const) {
      const layout = (await typesetter()).set(text, { style: 'padded' })
      const { matrix } = placementOf(layout, 0, 0, { of: 'first' })
      expect(matrix.dy, text).toBe(-9)
    }
  })
})

describe('an underline', () => {
  it("has its top at the face's position (OpenType, post.underlinePosition)", async () => {
    const layout = (await typesetter()).set('Boats', { style: 'under' })
    const [rule] = paintedItems(layout, 0, 0).filter(item => item.kind === 'rule')
    // Source Sans 3 says -50 of 1000.
    const top = rule.from[1] - rule.width / 2
    expect(top - layout.lines[0].baseline).toBeCloseTo((50 / 1000) * 20, 6)
  })
})

describe('the accessible text of an SVG', () => {
  it('has a space between labels, and none inside one', async () => {
    const layout = (await typesetter()).set('H~lowered[2]O')
    expect(toSvg(layout)).toContain('aria-label="H2O"')
  })
})
