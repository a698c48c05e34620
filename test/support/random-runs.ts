const { RANDOM_RUNS = '1' } = process.env

/** How often a property is tried: `RANDOM_RUNS=100` tries it a hundred times as often. */
export const runs = (count: number) => count * Number(RANDOM_RUNS)
