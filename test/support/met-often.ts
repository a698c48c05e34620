import fc from 'fast-check'

/** Enough for what a single round has too little of by chance; too few for what is hardly met any longer. */
const mostRounds = 5

/**
 * Holds a property to random values, and counts what they met: round after round, until they met
 * often enough what the test is about. By chance few of one round do, which says nothing of the
 * code.
 *
 * @param enough - Expects the counts.
 */
export function assertOften<T>(
  property: fc.IProperty<T>,
  parameters: fc.Parameters<T>,
  enough: () => void,
): void {
  const { seed } = fc.readConfigureGlobal()
  for (let round = 1; ; round++) {
    fc.assert(property, { ...parameters, ...(seed !== undefined && { seed: seed + round }) })
    try {
      enough()
      return
    } catch (missed) {
      if (round === mostRounds) throw missed
    }
  }
}
