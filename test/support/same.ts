import { isDeepStrictEqual } from 'node:util'
import { expect } from 'vitest'

/** Expects two values to be alike; where they are, in a fraction of the time, for large ones in loops. */
export function expectSame(found: unknown, wanted: unknown) {
  if (!isDeepStrictEqual(found, wanted)) expect(found).toEqual(wanted)
}

/** Sums of many widths, added up in another order, differ by no more than this share. */
const rounding = 1e-11

/** Expects two values to be alike but for the last digits of their numbers. */
export function expectNear(found: unknown, wanted: unknown) {
  if (!isNear(found, wanted)) expect(found).toEqual(wanted)
}

function isNear(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a === 'number' && typeof b === 'number') {
    return Math.abs(a - b) <= rounding * (1 + Math.abs(a))
  }
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false
  const others = new Map(Object.entries(b))
  const entries = Object.entries(a)
  if (a.constructor !== b.constructor || entries.length !== others.size) return false
  return entries.every(([key, value]) => others.has(key) && isNear(value, others.get(key)))
}
