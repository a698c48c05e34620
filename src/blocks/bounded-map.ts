/** A map of a bounded size in all; with what goes beyond it all is forgotten, and begun anew. */
interface BoundedMap<K, V> {
  get(key: K): V | undefined
  /** `size` counts against the bound. */
  set(key: K, value: V, size: number): void
}

export function boundedMap<K, V>(most: number): BoundedMap<K, V> {
  const kept = new Map<K, V>()
  let sum = 0
  return {
    get: key => kept.get(key),
    set(key, value, size) {
      sum += size
      if (sum > most) {
        kept.clear()
        sum = size
      }
      kept.set(key, value)
    },
  }
}
