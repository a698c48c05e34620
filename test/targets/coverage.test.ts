import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Coverage,
  concatenatedOutlines,
  coverageOf,
  polygonOf,
} from '../../src/geometry/index.ts'

const here = { x: 0, y: 0, scaleX: 1, scaleY: -1 }
const square = (x: number, y: number, side: number) =>
  polygonOf([x, y, x + side, y, x + side, y + side, x, y + side])

/** In pixels. */
const sumOf = (covered: Coverage | undefined) =>
  (covered?.values.reduce((sum, value) => sum + value, 0) ?? 0) / 255

/** Half of the sum of the edges' cross products (the shoelace formula). */
function areaOf(points: readonly number[]): number {
  let twice = 0
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length
    twice += points[i] * points[j + 1] - points[j] * points[i + 1]
  }
  return Math.abs(twice) / 2
}

const coordinate = fc.double({ min: -20, max: 20, noNaN: true })

describe('how much of each pixel a shape covers', () => {
  it('sums to the area of any triangle', () => {
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 6, maxLength: 6 }), points => {
        const covered = coverageOf(polygonOf(points), here)
        // Each pixel is rounded to 255 steps.
        const pixels = covered ? covered.width * covered.height : 0
        expect(Math.abs(sumOf(covered) - areaOf(points))).toBeLessThan(0.01 + (pixels * 0.5) / 255)
      }),
      // An edge nearly upright, which rounding takes beyond the first pixel.
      {
        examples: [
          [[1.7481602476929206e-37, -0.00008002799222595058, 0, 0, 0, 18.996212959289554]],
        ],
      },
    )
  })

  it('is that of one shape where several overlap, in both directions', () => {
    const whole = sumOf(coverageOf(square(0.3, 0.6, 7.5), here))
    const twice = concatenatedOutlines([square(0.3, 0.6, 7.5), square(0.3, 0.6, 7.5)])
    expect(sumOf(coverageOf(twice, here))).toBeCloseTo(whole, 0)
    const within = concatenatedOutlines([square(0.3, 0.6, 7.5), square(2.1, 2.2, 3)])
    expect(sumOf(coverageOf(within, here))).toBeCloseTo(whole, 0)
  })

  it('leaves out a hole, which runs the other way', () => {
    const hole = polygonOf([2, 2, 2, 5, 5, 5, 5, 2])
    const ring = coverageOf(concatenatedOutlines([square(0, 0, 8), hole]), here)
    expect(sumOf(ring)).toBeCloseTo(64 - 9, 1)
  })

  it('is zero for a line, a point and an empty outline', () => {
    expect(sumOf(coverageOf(polygonOf([1, 1, 5, 5]), here))).toBe(0)
    expect(sumOf(coverageOf(polygonOf([1, 1]), here))).toBe(0)
    expect(coverageOf({ segments: '', points: new Float32Array() }, here)).toBeUndefined()
  })
})
