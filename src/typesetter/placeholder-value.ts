import { hintOf, isRich, isValue, type RichText, type Value, valueName } from '../markup/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'

/** The value of a placeholder. */
type PlaceholderValue =
  | { readonly kind: 'rich'; readonly value: RichText }
  | { readonly kind: 'value'; readonly value: Exclude<Value, RichText> }
  | {
      readonly kind: 'problem'
      readonly problem: Problem
      /** The text that stands in for it. */
      readonly shown: string
      readonly isValue: boolean
    }

/**
 * The value of a placeholder, for input of any type; `nearestTo` finds the name that was meant, and
 * a value that is `entered` contains itself.
 */
export function placeholderValue(
  name: string,
  value: unknown,
  nearestTo: (name: string) => string | undefined,
  entered: boolean,
): PlaceholderValue {
  const itself = `{${name}}`
  if (value === undefined) {
    const nearest = nearestTo(name)
    const problem = errorProblem('missing-value', `no value for ${itself}`, { nearest })
    return { kind: 'problem', problem, shown: itself, isValue: false }
  }
  if (!isValue(value)) {
    const shown = valueName(value)
    const problem = errorProblem('bad-value', `the value of ${itself} is not valid: ${shown}`, {
      hint: hintOf(value),
    })
    return { kind: 'problem', problem, shown, isValue: true }
  }
  if (!isRich(value)) return { kind: 'value', value }
  if (!entered) return { kind: 'rich', value }
  const message = `circular reference: the value of ${itself} contains itself`
  const problem = errorProblem('value-cycle', message)
  return { kind: 'problem', problem, shown: itself, isValue: false }
}
