import { describe, expect, it } from 'vitest'
import { synthesizedOutline } from '../../src/fonts/synthesize.ts'

const contour = (points: readonly (readonly [number, number])[]) => ({
  segments: `M${'L'.repeat(points.length - 1)}Z`,
  points: Float32Array.from(points.flat()),
})
const bold = (outline: ReturnType<typeof contour>) => [
  ...synthesizedOutline(outline, ['weight'], 2800).points,
]

describe('a synthesized weight', () => {
  it('moves every edge outward in both directions of contours', () => {
    const square = [
      [0, 0],
      [0, 500],
      [500, 500],
      [500, 0],
    ] as const
    const grown = [-50, -50, -50, 550, 550, 550, 550, -50]
    expect(bold(contour(square))).toEqual(grown)
    const around = [square[0], ...square.slice(1).toReversed()]
    expect(bold(contour(around))).toEqual([-50, -50, 550, -50, 550, 550, -50, 550])
  })

  it('takes the edges of a point from its nearest distinct neighbors', () => {
    const twice = [
      [0, 0],
      [0, 0],
      [0, 500],
      [500, 500],
      [500, 500],
      [500, 0],
      [0, 0],
    ] as const
    expect(bold(contour(twice))).toEqual([
      ...[-50, -50, -50, -50, -50, 550, 550, 550, 550, 550, 550, -50, -50, -50],
    ])
  })

  it('handles a broken glyph of 60,000 coincident points', () => {
    const points = Array.from({ length: 60_000 }, () => [7, 7] as const)
    expect(bold(contour(points)).every(value => value === 7)).toBe(true)
  })
})
