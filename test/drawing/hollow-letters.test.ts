import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { toSvg } from 'dot-line/svg'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { crossingsAt, unionContours } from '../../src/geometry/index.ts'
import { roundsOf } from '../support/random.ts'

const grid = 1 / 512
/** How often contours run around a point. */
function windingAt(contours: readonly Float64Array[], x: number, y: number): number {
  let winding = 0
  for (const crossing of crossingsAt(contours, y)) if (crossing.x < x) winding += crossing.turn
  return winding
}
const reversed = (ring: readonly number[]) =>
  ring.flatMap((_, i) =>
    i % 2 === 0 ? [ring[ring.length - 2 - i], ring[ring.length - 1 - i]] : [],
  )

/** Whether a point lies on one of the sides, or hardly beside it. */
const isNear = (contours: readonly Float64Array[], x: number, y: number) =>
  contours.some(ring => {
    for (let i = 0; i < ring.length; i += 2) {
      const [ax, ay] = [ring[i], ring[i + 1]]
      const [bx, by] = [ring[(i + 2) % ring.length], ring[(i + 3) % ring.length]]
      const square = (bx - ax) ** 2 + (by - ay) ** 2
      const share = square === 0 ? 0 : ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / square
      const at = Math.max(0, Math.min(1, share))
      if (Math.hypot(ax + (bx - ax) * at - x, ay + (by - ay) * at - y) < 0.02) return true
    }
    return false
  })

describe('the outline of overlapping contours', () => {
  const coordinate = fc.integer({ min: 0, max: 12 })
  const ring = fc
    .array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 7 })
    .chain(points => fc.boolean().map(isBack => (isBack ? reversed(points.flat()) : points.flat())))

  it('encloses the same points, each once', () => {
    let found = 0
    fc.assert(
      fc.property(fc.array(ring, { minLength: 1, maxLength: 4 }), rings => {
        const contours = rings.map(one => Float64Array.from(one))
        const union = unionContours(contours, grid)
        if (!union) return
        found++
        for (let x = 0.1313777; x < 12; x += 0.7131913) {
          for (let y = 0.1731117; y < 12; y += 0.7317711) {
            // Points of the grid are a little beside those that they were.
            if (isNear(contours, x, y)) continue
            const own = windingAt(union, x, y)
            expect(own !== 0, `${x} ${y}`).toBe(windingAt(contours, x, y) !== 0)
            expect(Math.abs(own)).toBeLessThan(2)
          }
        }
      }),
      { numRuns: roundsOf(120) },
    )
    expect(found).toBeGreaterThan(20)
  })

  it('keeps its curves without overlaps', () => {
    const [outer, inner] = [
      [0, 0, 9, 0, 9, 9, 0, 9],
      [2, 2, 2, 7, 7, 7, 7, 2],
    ]
    expect(unionContours([outer, inner], grid)).toBe(undefined)
    expect(unionContours([outer, outer.map(n => n + 20)], grid)).toBe(undefined)
  })
})

describe('hollow letters', () => {
  const stroke = { ink: '#0b3d5c', width: 2, align: 'center' } as const
  const sheet = defineSheet({
    inks: { glass: '#c8331f40' },
    styles: {
      defaults: { size: 80, weight: 700 },
      hollow: { stroke: { ...stroke, fill: false } },
      outside: { stroke: { ...stroke, align: 'outside', fill: false } },
      glass: { ink: 'glass', stroke },
      filled: { stroke },
    },
  })
  const contoursOf = async (style: 'hollow' | 'outside' | 'glass' | 'filled', text: string) => {
    const { set } = typesetterFor({ sheet, fonts: await openFonts() })
    const svg = toSvg(set(text, { style }))
    // Of what is cut off there is a path of its own, before.
    const [, data] = [...svg.matchAll(/<path[^>]* d="([^"]*)"/g)].at(-1) ?? []
    return data?.match(/z/g)?.length
  }

  it.each(['hollow', 'outside', 'glass', 'filled'] as const)('show no seams: %s', async style => {
    // The A of the built-in bold face is made of three contours that overlap.
    expect(await contoursOf(style, 'A')).toBe(2)
    expect(await contoursOf(style, 'l')).toBe(1)
    expect(await contoursOf(style, 'B')).toBe(3)
  })

  it('have one outline when they touch', async () => {
    const { set } = typesetterFor({
      sheet: sheet.with({ styles: { hollow: { tracking: -0.2 } } }),
      fonts: await openFonts(),
    })
    const svg = toSvg(set('lll', { style: 'hollow' }))
    const [, data] = /<path[^>]* d="([^"]*)"/.exec(svg) ?? []
    expect(data?.match(/z/g)).toHaveLength(1)
  })
})
