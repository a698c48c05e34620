import { isRich, type RichText, type Value } from '../markup/index.ts'
import { errorProblem, isMade, nearestName, type Problem } from '../problem/index.ts'

/** What a placeholder stands for. */
export type PlaceholderValue =
  | { readonly kind: 'rich'; readonly value: RichText }
  | { readonly kind: 'value'; readonly value: Exclude<Value, RichText> }
  | {
      readonly kind: 'problem'
      readonly problem: Problem
      /** What stands in the text instead. */
      readonly shown: string
      readonly isValue: boolean
    }

/**
 * What a placeholder stands for, of a value that may be anything; `known` gives the names of values,
 * and a value that is `entered` stands inside itself.
 */
export function placeholderValue(
  name: string,
  value: unknown,
  known: () => readonly string[],
  entered: boolean,
): PlaceholderValue {
  const itself = `{${name}}`
  if (value === undefined) {
    const nearest = nearestName(name, known())
    const problem = errorProblem('missing-value', `no value for ${itself}`, { nearest })
    return { kind: 'problem', problem, shown: itself, isValue: false }
  }
  if (!isValue(value)) {
    const shown = valueName(value)
    const hint = 'expected a text, a number, rich text, { text, style } or an inline object'
    const problem = errorProblem('bad-value', `the value of ${itself} is not valid: ${shown}`, {
      hint,
    })
    return { kind: 'problem', problem, shown, isValue: true }
  }
  if (typeof value !== 'object' || !isRich(value)) return { kind: 'value', value }
  if (!entered) return { kind: 'rich', value }
  const message = `circular reference: the value of ${itself} contains itself`
  const problem = errorProblem('value-cycle', message)
  return { kind: 'problem', problem, shown: itself, isValue: false }
}

const isPlainText = (value: unknown) =>
  typeof value === 'string' || (typeof value === 'number' && Number.isFinite(value))

/** Programs without types may hand anything; nothing of it may stop the work or look like a text. */
function isValue(value: unknown): value is Value {
  if (typeof value === 'string') return true
  if (typeof value === 'number') return Number.isFinite(value)
  if (typeof value !== 'object' || value === null) return false
  if (isMade(value)) return true
  return (
    'style' in value &&
    'text' in value &&
    typeof value.style === 'string' &&
    isPlainText(value.text)
  )
}

/** What a value that is none is called: `an object` says more than what it is turned into. */
function valueName(value: unknown): string {
  if (Array.isArray(value)) return 'a list'
  return typeof value === 'object' && value !== null ? 'an object of data' : String(value)
}
