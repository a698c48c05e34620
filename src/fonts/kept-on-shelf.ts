import type { Shelf } from './shelf.ts'

/** Where a shelf keeps what others found out about its faces. */
export const notes: unique symbol = Symbol('what was found out about a shelf')

/**
 * What is known of a shelf under a name, made when it is first asked for. All that use the shelf
 * share it, and it goes when the shelf goes.
 */
export function keptOnShelf<T extends object>(shelf: Shelf, name: string, make: () => T): T {
  const kept = shelf[notes]
  const known = kept.get(name)
  // Each name is given by one place, which makes and reads one type.
  if (known) return known as T
  const own = make()
  kept.set(name, own)
  return own
}
