import { fail, nearestName, type SourceLocation } from '../problem/index.ts'
import type { TextPlace } from './place-list.ts'

/** The keys that a place's patterns mean, in the order of the catalog. Throws `unknown-key` on one that means none. */
export function keysOfPlace(
  { keys, name }: TextPlace,
  known: readonly string[],
  locationOf: (index: number) => SourceLocation | string,
): readonly string[] {
  const matchedKeys = new Set<string>()
  for (const [i, pattern] of [keys].flat().entries()) {
    const meant = patternOf(pattern)
    const matching = known.filter(key => meant.test(key))
    if (matching.length === 0) {
      const nearest = nearestName(pattern, known)
      fail('unknown-key', `'${pattern}' of the place '${name}' is not a key of the catalog`, {
        location: locationOf(i),
        nearest,
      })
    }
    for (const key of matching) matchedKeys.add(key)
  }
  return [...matchedKeys]
}

const patternOf = (pattern: string) =>
  new RegExp(
    `^${pattern
      .split('*')
      .map(part => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
      .join('.*')}$`,
    // Keys may have line ends.
    'su',
  )
