import type { Ink } from './ink.ts'

export type Slant = 'normal' | 'italic' | 'oblique'

/** A size as stated: so many units, or so many times the size around it. */
export type Size =
  | { readonly kind: 'units'; readonly units: number }
  | { readonly kind: 'times'; readonly factor: number }

/** Distance of baselines: times the size, or units. */
export type Leading =
  | { readonly kind: 'times'; readonly factor: number }
  | { readonly kind: 'units'; readonly units: number }

/** A style with nothing left open. */
export interface Style {
  readonly family: readonly string[]
  /** In units, before reader settings. */
  readonly size: number
  readonly weight: number
  readonly slant: Slant
  readonly leading: Leading
  readonly ink: Ink
}

/** What one style or override states, read and checked. */
export type StatedStyle = Partial<Omit<Style, 'size'>> & { readonly size?: Size }

/** What holds where no style says anything else. */
export const initialStyle: Style = {
  family: ['sans'],
  size: 16,
  weight: 400,
  slant: 'normal',
  leading: { kind: 'times', factor: 1.4 },
  ink: { kind: 'solid', color: '#000000', opacity: 1 },
}

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
