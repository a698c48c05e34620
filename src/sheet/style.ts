import type { ValueOf } from './kinds.ts'
import type { Size } from './lengths.ts'
import type { properties } from './properties.ts'

/** What one style or override states, read and checked. */
export type StatedStyle = {
  readonly [K in keyof typeof properties]?: ValueOf<(typeof properties)[K]>
}

/** Properties that a style need not have. */
type Open = 'smallest' | 'largest' | 'lines'

/** A style with nothing left open; lengths in units, before reader settings. */
export type Style = Required<Omit<StatedStyle, 'size' | Open>> &
  Pick<StatedStyle, Open> & {
    readonly size: number
  }

/** What holds where no style says anything else. */
export const initialStyle: Style = {
  family: ['sans'],
  size: 16,
  weight: 400,
  slant: 'normal',
  stretch: 100,
  synthesis: 'none',
  leading: { kind: 'times', factor: 1.4 },
  tracking: 0,
  wordSpacing: 0,
  ink: { kind: 'solid', color: '#000000', opacity: 1 },
  opacity: 1,
  stroke: 'none',
  backing: 'none',
  shadow: 'none',
  underline: false,
  overline: false,
  strike: false,
  shift: 0,
  position: 'normal',
  letterCase: 'normal',
  orientation: 'mixed',
  features: [],
  axes: new Map(),
  language: 'en',
  scaling: true,
  align: 'start',
  direction: 'auto',
  writingMode: 'horizontal-tb',
  trim: 'none',
  firstIndent: 0,
  startIndent: 0,
  endIndent: 0,
  spaceBefore: 0,
  spaceAfter: 0,
  ellipsis: '…',
  breaking: 'fast',
  strictness: 'normal',
  keepWords: false,
  breakWords: true,
  loneWord: 'allow',
  hyphenation: false,
  justification: {},
  tabs: [],
  marker: 'none',
  padding: 0,
  frame: 'none',
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
