import { defineSheet, type ReaderSettings, readerStyle, scaledSize, typesetterFor } from 'dot-line'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { builtInFonts } from '../support/setting.ts'

const sizes = fc.double({ min: 0.1, max: 1000, noNaN: true })
const scales = fc.double({ min: 0.2, max: 8, noNaN: true })
const growths = fc.constantFrom('tapered', 'linear' as const)
const apart = (a: number, b: number) => Math.abs(a - b) > 1e-9 * Math.max(a, b)

describe('the curve', () => {
  it('is as designed at scale 1', () => {
    fc.assert(
      fc.property(sizes, growths, (size, growth) => {
        expect(scaledSize(size, { scale: 1, growth })).toBeCloseTo(size, 9)
      }),
    )
  })

  it('rises strictly with size and scale', () => {
    fc.assert(
      fc.property(sizes, sizes, scales, growths, (a, b, scale, growth) => {
        fc.pre(apart(a, b))
        expect(Math.sign(scaledSize(a, { scale, growth }) - scaledSize(b, { scale, growth }))).toBe(
          Math.sign(a - b),
        )
      }),
    )
    fc.assert(
      fc.property(sizes, scales, scales, growths, (size, a, b, growth) => {
        fc.pre(apart(a, b))
        expect(
          Math.sign(
            scaledSize(size, { scale: a, growth }) - scaledSize(size, { scale: b, growth }),
          ),
        ).toBe(Math.sign(a - b))
      }),
    )
  })

  it('is continuous', () => {
    fc.assert(
      fc.property(sizes, scales, (size, scale) => {
        const step = scaledSize(size + 1e-6, { scale }) - scaledSize(size, { scale })
        expect(step).toBeLessThan(1e-4)
      }),
    )
  })

  it('scales body text fully, large text less, and all alike when linear', () => {
    for (const size of [9, 16, 20]) expect(scaledSize(size, { scale: 2 })).toBe(size * 2)
    expect(scaledSize(40, { scale: 2 })).toBeLessThan(70)
    expect(scaledSize(40, { scale: 2, growth: 'linear' })).toBe(80)
  })
})

const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: {
    defaults: { family: 'sans', ink: 'deep' },
    body: { size: 16, leading: '24u', firstIndent: 10, spaceAfter: 4 },
    twice: { size: '2x' },
    bounded: { size: 16, minSize: 14, maxSize: 20 },
    fixed: { size: 16, scaling: false, leading: '20u' },
    rich: {
      size: 16,
      tabs: [{ at: 80 }],
      stroke: { ink: '#00000080', width: 2 },
      underline: { gap: 2, dash: [3, 1] },
      backing: { ink: 'deep', padding: { top: 4 }, radius: 3, border: { ink: '#000', width: 1 } },
      shadow: { ink: '#0000', x: 1, blur: 2 },
    },
  },
  modes: { 'more-contrast': { inks: { deep: '#000000' } } },
})
type Name = Parameters<typeof sheet.style>[0]
const read = (name: Name, reader: ReaderSettings) => readerStyle(sheet.style(name), reader)

describe("a style at a reader's settings", () => {
  it('is scaled once, after resolving', async () => {
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts(), reader: { scale: 1.5 } })
    const [run] = typesetter.set('~twice[x]', { style: 'body' }).lines[0].runs
    expect(run.style.size).toBe(scaledSize(32, { scale: 1.5 }))
  })

  it('scales lengths in units with their text and nothing else', () => {
    expect(read('body', { scale: 2 })).toMatchObject({
      size: 32,
      leading: { units: 48 },
      firstIndent: 20,
      spaceAfter: 8,
    })
    expect(read('rich', { scale: 2 })).toMatchObject({
      tabs: [{ at: 160 }],
      stroke: { width: 4, ink: { opacity: expect.closeTo(0.5, 2) } },
      underline: { gap: 4, dash: [6, 2] },
      backing: { padding: { top: 8 }, radius: 6, border: { width: 2, ink: { opacity: 1 } } },
      shadow: { x: 2, blur: 4 },
    })
    expect(read('rich', { scale: 2 }).tracking).toBe(0)
  })

  it('keeps the bounds of a style', () => {
    expect([0.5, 1, 1.2, 3].map(scale => read('bounded', { scale }).size)).toEqual([
      14, 16, 19.2, 20,
    ])
    expect(read('fixed', { scale: 3 })).toMatchObject({ size: 16, leading: { units: 20 } })
  })

  it('refuses bounds that leave nothing between them', () => {
    expect(() => defineSheet({ styles: { a: { minSize: 20, maxSize: 10 } } })).toThrow(
      "'minSize' is 20, greater than 'maxSize', which is 10 at styles.a.minSize",
    )
  })

  it('spaces text as WCAG 2.2, 1.4.12 asks', () => {
    expect(read('bounded', { spacing: 'wide' })).toMatchObject({
      leading: { factor: 1.5 },
      tracking: 0.12,
      wordSpacing: 0.16,
      spaceAfter: 32,
    })
    expect(read('body', { spacing: 'wide' }).leading).toEqual({ kind: 'units', units: 24 })
  })

  it('makes every weight bolder', () => {
    expect(read('body', { bold: true }).weight).toBe(700)
  })

  it('takes the sheet’s mode for more contrast and reports a missing one', async () => {
    const fonts = await builtInFonts()
    const reader = { contrast: 'more' } as const
    const [run] = typesetterFor({ sheet, fonts, reader }).set('x').lines[0].runs
    expect(run.style.ink).toMatchObject({ color: '#000000' })
    const without = defineSheet({ styles: {} })
    expect(typesetterFor({ sheet: without, fonts, reader }).set('x').problems).toMatchObject([
      { code: 'missing-contrast-mode' },
    ])
  })

  it('scales other lengths as body text, within limits', async () => {
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts(), reader: { scale: 1.5 } })
    expect(typesetter.scaleLength(12)).toBe(18)
    expect(typesetter.scaleLength(12, { max: 16 })).toBe(16)
    expect(typesetter.scaleLength(12, { min: 20 })).toBe(20)
  })

  it('refuses invalid settings', async () => {
    const fonts = await builtInFonts()
    for (const scale of [0, -1, Number.NaN, Infinity]) {
      expect(() => typesetterFor({ sheet, fonts, reader: { scale } })).toThrow("the reader's scale")
    }
    expect(() => typesetterFor({ sheet, fonts, reader: { growth: 'none' as never } })).toThrow(
      'tapered or linear',
    )
  })
})
