/** Index of the last of some stretches, in order, that starts at or before `offset`: by bisection. */
export const indexAt = (stretches: readonly { readonly start: number }[], offset: number): number =>
  indexBy(stretches, startOf, offset)

/** The index of an item, for items with another way to tell their start. */
export function indexBy<T>(items: readonly T[], start: (item: T) => number, offset: number) {
  let low = 0
  let high = items.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (start(items[middle]) <= offset) low = middle
    else high = middle - 1
  }
  return low
}

const startOf = ({ start }: { readonly start: number }): number => start
