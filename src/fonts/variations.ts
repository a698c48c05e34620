import type { FaceTraits, Range, WantedTraits } from './match-face.ts'
import type { Slant } from './slant.ts'
import { tagAt } from './table-parts.ts'

/** An axis of a variable font (OpenType `fvar`). */
export interface VariationAxis {
  /** Four letters (OpenType, `fvar`). */
  readonly tag: string
  /** The least value that it takes. */
  readonly min: number
  /** The value of the font by itself. */
  readonly default: number
  /** The greatest value that it takes. */
  readonly max: number
}

/** A named place on the axes. */
export interface NamedInstance {
  /** Its name. */
  readonly name: string
  /** Its place on each axis, by tag. */
  readonly coordinates: ReadonlyMap<string, number>
}

/** A position on the axes of a variable font; axes that are not named have their defaults. */
export type Coordinates = ReadonlyMap<string, number>

/** The axes in an `fvar` table; none if it is broken. Its instances have names by id. */
export function readAxes(table: DataView | undefined, nameOf: (id: number) => string | undefined) {
  const none = { axes: [], instances: [] }
  if (!table || table.byteLength < 16) return none
  const [start, axisCount, axisSize, instanceCount, instanceSize] = [4, 8, 10, 12, 14].map(at =>
    table.getUint16(at),
  )
  const end = start + axisCount * axisSize + instanceCount * instanceSize
  if (axisSize < 20 || instanceSize < 4 + axisCount * 4 || end > table.byteLength) return none
  const fixed = (at: number) => table.getInt32(at) / 65536
  const axes = Array.from({ length: axisCount }, (_, i): VariationAxis => {
    const at = start + i * axisSize
    const tag = tagAt(table, at)
    return { tag, min: fixed(at + 4), default: fixed(at + 8), max: fixed(at + 12) }
  })
  const instances = Array.from({ length: instanceCount }, (_, i): NamedInstance => {
    const at = start + axisCount * axisSize + i * instanceSize
    const coordinates = new Map(axes.map((axis, a) => [axis.tag, fixed(at + 4 + a * 4)]))
    return { name: nameOf(table.getUint16(at)) ?? '', coordinates }
  })
  return { axes, instances }
}

/** The wanted traits of a face whose font is variable. */
export interface WantedVariation extends WantedTraits {
  readonly axes?: Coordinates
}

/** The value of the `slnt` axis for slanted text, in degrees (CSS Fonts 4, `oblique`). */
const lean = -14

/**
 * The coordinates for a style: weight, stretch and slant on their axes (`wght`, `wdth`, `ital`,
 * `slnt`), the style's own axes over them, each within what the font has.
 */
export function coordinatesFor(
  fontAxes: readonly VariationAxis[],
  wanted: WantedVariation,
): Coordinates {
  const { weight, stretch = 100, slant } = wanted
  const asked = new Map([
    ['wght', weight],
    ['wdth', stretch],
  ])
  if (slant !== 'normal') asked.set('ital', 1).set('slnt', lean)
  for (const [tag, value] of wanted.axes ?? []) asked.set(tag, value)
  const coordinates = new Map<string, number>()
  for (const { tag, min, max } of fontAxes) {
    const value = asked.get(tag)
    if (value !== undefined)
      coordinates.set(tag, stepOf(Math.min(max, Math.max(min, value)), min, max))
  }
  return coordinates
}

/**
 * Places on an axis come in steps that nobody sees, a thousand or so from end to end: each is a face
 * of its own, which texts from outside may ask for one by one.
 */
function stepOf(value: number, min: number, max: number): number {
  const perUnit = max - min >= 100 ? 1 : max - min >= 10 ? 10 : 100
  return value === min || value === max ? value : Math.round(value * perUnit) / perUnit
}

/** The traits that a variable font's axes offer in addition to its own. */
export function variableTraits(axes: readonly VariationAxis[]): Partial<FaceTraits> {
  const rangeOf = (tag: string): Range | undefined => {
    const axis = axes.find(a => a.tag === tag)
    return axis && [axis.min, axis.max]
  }
  const [weights, stretches] = [rangeOf('wght'), rangeOf('wdth')]
  const slants: Slant[] = []
  if ((rangeOf('ital')?.[1] ?? 0) >= 1) slants.push('italic')
  if ((rangeOf('slnt')?.[0] ?? 0) < 0) slants.push('oblique')
  return {
    ...(weights && { weights }),
    ...(stretches && { stretches }),
    ...(slants.length > 0 && { slants }),
  }
}
