import type { ValueOf } from './kinds.ts'
import type { Size } from './lengths.ts'
import { type PropertyName, properties } from './properties.ts'

/** The properties of one style or override, read and checked. */
export type StatedStyle = {
  readonly [K in PropertyName]?: ValueOf<(typeof properties)[K]['kind']>
}

/** Properties that a style need not have. */
type Open = 'minSize' | 'maxSize' | 'maxLines'

/** A style with nothing left open; lengths in units, before reader settings. */
export type Style = Required<Omit<StatedStyle, 'size' | Open>> &
  Pick<StatedStyle, Open> & {
    readonly size: number
  }

/** The values of properties that no style sets. */
export const initialStyle: Style = initialOf()

function initialOf(): Style {
  const entries = Object.entries(properties)
    .map(([name, { initial }]) => [name, initial] as const)
    .filter(([, initial]) => initial !== undefined)
  // Each initial value is of the kind of its property; of the size, its units.
  const initial = Object.fromEntries(entries) as unknown as Omit<Style, 'size'>
  return {
    ...initial,
    size: properties.size.initial.kind === 'units' ? properties.size.initial.units : 16,
  }
}

/** A style whose lengths in units are so many times as large: all but its size. */
export function grownLengths(style: Style, ratio: number): Style {
  const grown: Record<string, unknown> = { ...style }
  for (const [name, declared] of growing) grown[name] = declared(grown[name], ratio)
  // Each value was grown by the declaration of its own property.
  return grown as unknown as Style
}

const growing = Object.entries(properties).flatMap(([name, declared]) =>
  'grows' in declared && declared.grows
    ? [[name, declared.grows as (value: unknown, ratio: number) => unknown] as const]
    : [],
)

/** One statement over another, neither yet applied: a relative size is of the one below it. */
export function statedOver(below: StatedStyle, above: StatedStyle): StatedStyle {
  const merged = { ...below, ...above }
  if (below.size && above.size?.kind === 'times') {
    return { ...merged, size: timesSize(below.size, above.size.factor) }
  }
  return merged
}

function timesSize(size: Size, factor: number): Size {
  return size.kind === 'units'
    ? { kind: 'units', units: size.units * factor }
    : { kind: 'times', factor: size.factor * factor }
}

/** A statement applied inside text of a style: it changes only what it states. */
export function styleWithin(around: Style, stated: StatedStyle): Style {
  const { size, ...rest } = stated
  return { ...around, ...rest, size: size ? sizeWithin(around.size, size) : around.size }
}

function sizeWithin(around: number, size: Size): number {
  return size.kind === 'units' ? size.units : around * size.factor
}
