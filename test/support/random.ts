/** Numbers that look random and are the same on every run (a linear congruential generator). */
export function numbers(seed: number): (below: number) => number {
  let state = seed
  return below => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}

export type Next = ReturnType<typeof numbers>

/** A few in every test run; as many as are asked for by `npm run fuzz`. */
export const roundsOf = (usual: number) =>
  Number(process.env.FUZZ_ROUNDS === undefined ? usual : process.env.FUZZ_ROUNDS)

export const pick = <T>(next: Next, list: readonly T[]): T => list[next(list.length)]

/** A text with some characters changed, doubled, cut out or swapped with another's. */
export function mutatedText(text: string, next: Next, characters: readonly string[]): string {
  let changed = text
  for (let i = 0; i < 1 + next(5); i++) {
    const at = next(changed.length + 1)
    const end = Math.min(changed.length, at + next(6))
    const what = next(4)
    const between =
      what === 0 ? '' : what === 1 ? changed.slice(at, end).repeat(2) : pick(next, characters)
    changed = changed.slice(0, at) + between + changed.slice(what === 3 ? at : end)
  }
  return changed
}

/** A value as JSON holds it, with one part of it put out of order. */
export function mutatedValue(value: unknown, next: Next, odd: readonly unknown[]): unknown {
  const copy = structuredClone(value)
  for (let i = 0; i < 1 + next(2); i++) {
    let at: unknown = copy
    for (;;) {
      if (typeof at !== 'object' || at === null) break
      const keys = Object.keys(at)
      if (keys.length === 0) break
      const key = pick(next, keys)
      const inner: unknown = Reflect.get(at, key)
      const isLeaf = typeof inner !== 'object' || inner === null || next(4) === 0
      if (!isLeaf) {
        at = inner
        continue
      }
      if (next(4) === 0) Reflect.deleteProperty(at, key)
      else if (next(3) === 0) {
        Object.defineProperty(at, pick(next, ['__proto__', 'toString', `${key}x`]), {
          value: inner,
          enumerable: true,
          configurable: true,
          writable: true,
        })
      } else Reflect.set(at, key, pick(next, odd))
      break
    }
  }
  return copy
}
