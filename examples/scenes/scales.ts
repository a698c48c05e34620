/** Numbers of a range of data as places on a drawing. */
export const linear =
  (from: readonly [number, number], to: readonly [number, number]) =>
  (value: number): number => {
    const share = (value - from[0]) / (from[1] - from[0])
    return to[0] * (1 - share) + to[1] * share
  }
