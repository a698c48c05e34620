import type { Typesetter } from '../core.ts'
import { problemsOf } from './element-text.ts'
import { idlePeriods } from './idle-periods.ts'

/** Enough for a browser to compile what sets texts, and for the words that most texts have. */
const rounds = 40
const sample = 'The {a} of 12:40 is, as it was, not in on time: and {b} – to be there'

/**
 * Sets a few texts while the page has nothing to do, before the first of its own: those come then at once. No
 * face is asked for that a text of the default style would not ask for.
 */
export function warmUp(typesetter: () => Typesetter): () => void {
  let round = 0
  const { ask, cancel } = idlePeriods
  let call = ask(work)
  function work(period: IdleDeadline) {
    try {
      const { set } = typesetter()
      for (; round < rounds && period.timeRemaining() > 1; round++) {
        const values = { a: `boat ${round}`, b: String.fromCharCode(0x61 + (round % 26)) }
        set(sample, { values, width: 60 + round * 7 })
      }
    } catch (error) {
      // A text that is asked for tells what is wrong.
      problemsOf(error)
      return
    }
    if (round < rounds) call = ask(work)
  }
  return () => cancel(call)
}
