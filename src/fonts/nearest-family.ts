import { nearestName } from '../problem/index.ts'

const bare = (name: string) => name.toLowerCase().replace(/[\s_-]/g, '')

/**
 * The family that is meant by a name that none has: one that it begins with, as `Lora Regular` does,
 * one that begins with it, as `playfair`, or the nearest by its letters.
 */
export function nearestFamily(name: string, families: readonly string[]): string | undefined {
  const wanted = bare(name)
  const longest = (a: string, b: string) => b.length - a.length
  const within = families.filter(family => wanted.startsWith(bare(family))).toSorted(longest)[0]
  if (within !== undefined && bare(within).length > 2) return within
  const around =
    wanted.length > 2
      ? families
          .filter(family => bare(family).startsWith(wanted))
          .toSorted(longest)
          .at(-1)
      : undefined
  return around ?? nearestName(name, families)
}
