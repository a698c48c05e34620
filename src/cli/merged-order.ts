/** Merges sorted sources into one order; of equals, those of the first source come first. */
export function* mergedOrder<T>(
  sources: readonly Iterable<T>[],
  compare: (a: T, b: T) => number,
): Generator<T> {
  const open = sources.map(source => source[Symbol.iterator]())
  try {
    const heads = open.map(one => one.next())
    for (;;) {
      let least: number | undefined
      for (const [i, head] of heads.entries()) {
        if (head.done) continue
        const best = least === undefined ? undefined : heads[least]
        if (!best || best.done || compare(head.value, best.value) < 0) least = i
      }
      const first = least === undefined ? undefined : heads[least]
      if (least === undefined || !first || first.done) return
      yield first.value
      heads[least] = open[least].next()
    }
  } finally {
    // Who has heard enough ends all.
    for (const one of open) one.return?.()
  }
}
