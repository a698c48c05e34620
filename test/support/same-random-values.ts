import fc from 'fast-check'

/**
 * Properties are held to the same random values in each run, so that a run fails for what was
 * changed and not by chance. `RANDOM_SEED=7 npm test` holds them to others, `RANDOM_SEED=any` to
 * new ones each time.
 */
const { RANDOM_SEED = '1' } = process.env
if (RANDOM_SEED !== 'any') fc.configureGlobal({ seed: Number(RANDOM_SEED) })
