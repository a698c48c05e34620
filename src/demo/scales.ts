/** Numbers of a range of data as places on a drawing. */
export const linear =
  (from: readonly [number, number], to: readonly [number, number]) =>
  (value: number): number => {
    const share = (value - from[0]) / (from[1] - from[0])
    return to[0] * (1 - share) + to[1] * share
  }

/** Places for a number of bars side by side, with a share of a step between them and at both ends. */
export function bands(count: number, [from, to]: readonly [number, number], between: number) {
  const step = (to - from) / (count + between)
  return { at: (index: number) => from + step * (index + between), width: step * (1 - between) }
}
