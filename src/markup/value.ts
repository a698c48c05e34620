import { anObject, checkArgument, described, fail, isMade } from '../problem/index.ts'
import { isFormatted } from './formatted.ts'
import type { RichText, Value } from './rich-text.ts'

/** Rich text and inline objects are known by who made them: an object of data is neither. */
export const isRich = (value: unknown): value is RichText =>
  isMade(value) && 'kind' in value && value.kind === 'rich-text'

const isInlineObject = (value: unknown) =>
  isMade(value) && 'kind' in value && value.kind === 'object'

const isPlainText = (value: unknown) =>
  typeof value === 'string' || (typeof value === 'number' && Number.isFinite(value))

/** Programs without types may hand anything; nothing of it may stop the work or look like a text. */
export function isValue(value: unknown): value is Value {
  if (isPlainText(value)) return true
  if (typeof value !== 'object' || value === null) return false
  if (isMade(value)) return isRich(value) || isInlineObject(value) || isFormatted(value)
  return (
    'style' in value &&
    'text' in value &&
    typeof value.style === 'string' &&
    (isPlainText(value.text) || isFormatted(value.text))
  )
}

/** The expected forms of a value. */
const valueHint = 'expected a text, a number, rich text, { text, style } or an inline object'

/** A hint for a wrong value: the likely meaning, and its correct form. */
export function hintOf(value: unknown): string {
  if (value instanceof Date)
    return 'formatted(date, { dateStyle: … }) writes a date in the language'
  if (typeof value === 'boolean') return 'give the words that are to be shown'
  return valueHint
}

/** The name of a wrong value's kind: `an object` says more than its conversion to text. */
export function valueName(value: unknown): string {
  if (Array.isArray(value)) return 'a list'
  if (value instanceof Date) return 'a date'
  if (typeof value === 'object' && value !== null) return 'an object of data'
  return typeof value === 'string' ? value : described(value)
}

/** The value of a placeholder, where nothing can be shown in its stead. Throws `bad-value`. */
export function checkedValue(name: string, value: unknown): Value | undefined {
  if (value === undefined || isValue(value)) return value
  return fail('bad-value', `the value of {${name}} is not valid: ${valueName(value)}`, {
    hint: hintOf(value),
  })
}

/** Throws `bad-markup` on what is no rich text of the library. */
export function checkRich(owner: string, rich: unknown) {
  if (!isRich(rich)) {
    fail('bad-markup', `${owner} takes rich text, not ${described(rich)}`, {
      hint: 'richFromText(), rich`…` and parseMarkup().rich are rich text',
    })
  }
}

export function checkValues(owner: string, values: unknown) {
  if (values !== undefined) checkArgument(owner, 'values', values, anObject)
}
