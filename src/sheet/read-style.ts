import { errorProblem, nearestName, type Problem } from '../problem/index.ts'
import { type Ink, inkFromColor } from './ink.ts'
import type { CheckedProperties } from './schema.ts'
import { weightNames } from './schema.ts'
import type { Leading, Size, StatedStyle } from './style.ts'

/** What names in a style may stand for. */
export interface SheetNames {
  readonly families: ReadonlyMap<string, readonly string[]>
  readonly sizes: ReadonlyMap<string, number>
  readonly inks: ReadonlyMap<string, Ink>
}

/** Reads the properties a style or an override states; `report` hears of those that name nothing. */
export function readProperties(
  stated: CheckedProperties,
  names: SheetNames,
  report: (property: string, problem: Problem) => void,
): StatedStyle {
  const { family, size, weight, slant, leading, ink } = stated
  const style: { -readonly [K in keyof StatedStyle]: StatedStyle[K] } = {}
  if (family !== undefined) style.family = readFamily(family, names)
  if (size !== undefined) {
    const read = readSize(size, names.sizes)
    if (read) style.size = read
    else report('size', unknown('size', String(size), names.sizes.keys()))
  }
  if (weight !== undefined) style.weight = typeof weight === 'number' ? weight : weightNames[weight]
  if (slant !== undefined) style.slant = slant
  if (leading !== undefined) style.leading = readLeading(leading)
  if (ink !== undefined) {
    const read = names.inks.get(ink) ?? inkFromColor(ink)
    if (read) style.ink = read
    else report('ink', unknown('ink', ink, names.inks.keys()))
  }
  return style
}

function readFamily(family: string | readonly string[], names: SheetNames): string[] {
  const list = typeof family === 'string' ? [family] : family
  return list.flatMap(name => names.families.get(name) ?? [name])
}

function readSize(size: number | string, sizes: ReadonlyMap<string, number>): Size | undefined {
  if (typeof size === 'number') return { kind: 'units', units: size }
  const units = sizes.get(size)
  if (units !== undefined) return { kind: 'units', units }
  const factor = /^(\d+(?:\.\d+)?)x$/.exec(size)?.[1]
  return factor && Number(factor) > 0 ? { kind: 'times', factor: Number(factor) } : undefined
}

function readLeading(leading: number | string): Leading {
  return typeof leading === 'number'
    ? { kind: 'times', factor: leading }
    : { kind: 'units', units: Number.parseFloat(leading) }
}

function unknown(what: string, name: string, known: Iterable<string>): Problem {
  const names = [...known]
  return errorProblem(`unknown-${what}`, `no ${what} named '${name}'`, {
    nearest: nearestName(name, names),
    hint: nearestName(name, names)
      ? undefined
      : names.length
        ? `known: ${names.join(', ')}`
        : undefined,
  })
}
