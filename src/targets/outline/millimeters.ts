import { asDrawing, type Drawing, eachItem, unitScale } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { anything, described, type Fields, fail } from '../../problem/index.ts'

/** Scale of a drawing for machines; use one of the two. */
export interface MillimeterOptions {
  /** Millimeters a unit. Default: 25.4 / 96, a CSS pixel. */
  readonly millimetersPerUnit?: number
  /** Height of the capitals of the first text, in millimeters. */
  readonly letterHeight?: number
}

export const millimeterFields: Fields<MillimeterOptions> = {
  millimetersPerUnit: anything,
  letterHeight: anything,
}

/** A CSS pixel in millimeters (CSS Values 4, section 6.2). */
const usualMillimeters = 25.4 / 96
/** A kilometer. */
const most = 1e6

/** Millimeters a unit. Throws on a scale that makes nothing of a shape, or turns it inside out. */
export function millimetersFor(
  shown: Drawing | Layout,
  { millimetersPerUnit = usualMillimeters, letterHeight }: MillimeterOptions,
): number {
  if (letterHeight === undefined) return checked('scale', millimetersPerUnit, 'per unit ')
  const capitals = capitalHeight(shown)
  if (capitals === undefined) {
    fail('bad-outline', 'letterHeight needs a text to measure, and the drawing has none')
  }
  return checked('letterHeight', letterHeight, '') / capitals
}

function checked(name: string, value: unknown, unit: string): number {
  if (typeof value === 'number' && value > 0 && value <= most) return value
  const given = described(value)
  return fail(
    'bad-outline',
    `the ${name} must be a number of millimeters ${unit}above 0, to ${most}, not ${given}`,
  )
}

/** The height of the first capitals, in units. */
function capitalHeight(shown: Drawing | Layout): number | undefined {
  let height: number | undefined
  eachItem(asDrawing(shown).items, {
    skips: () => height !== undefined,
    item(item, matrix) {
      if (item.kind !== 'glyphs' || height !== undefined) return
      const { capHeight } = item.face.metrics
      height = capHeight * unitScale(item.face, item.size) * Math.hypot(matrix.xy, matrix.yy)
    },
  })
  return height !== undefined && height > 0 ? height : undefined
}
