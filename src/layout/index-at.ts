/** Index of the last of some stretches, in order, that starts at or before `offset`: by bisection. */
export function indexAt(stretches: readonly { readonly start: number }[], offset: number): number {
  let low = 0
  let high = stretches.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (stretches[middle].start <= offset) low = middle
    else high = middle - 1
  }
  return low
}
