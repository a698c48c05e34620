import { isDeepStrictEqual } from 'node:util'
import { expect } from 'vitest'

/** Expects two values to be alike; where they are, in a fraction of the time, for large ones in loops. */
export function expectSame(found: unknown, wanted: unknown) {
  if (!isDeepStrictEqual(found, wanted)) expect(found).toEqual(wanted)
}
