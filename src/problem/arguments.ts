import { isLanguage } from './language.ts'
import { nearestName } from './nearest-name.ts'
import { fail } from './problem.ts'
import { shortText } from './short-text.ts'

/**
 * Checks of arguments at run time: callers in plain JavaScript, and values from JSON, have no
 * compiler. A check returns the expected form, in words, for a wrong value.
 */
export type Expected = (value: unknown) => string | undefined

/** The tests of arguments, each with its words for messages. */
export const being =
  (what: string, is: (value: unknown) => boolean): Expected =>
  value =>
    is(value) ? undefined : what

export const anything: Expected = () => undefined
export const aString = being('a string', value => typeof value === 'string')
export const aNumber = being('a finite number', Number.isFinite)
export const fromZero = being('a number from 0', value => isNumber(value) && value >= 0)
export const aboveZero = being('a number above 0', value => isNumber(value) && value > 0)
export const aShare = being(
  'a number from 0 to 1',
  value => isNumber(value) && value >= 0 && value <= 1,
)
export const aBoolean = being('true or false', value => typeof value === 'boolean')
export const aFunction = being('a function', value => typeof value === 'function')
export const aLanguage = being(
  'a language tag such as "en" or "sr-Latn"',
  value => typeof value === 'string' && isLanguage(value),
)
export const someBytes = being('a Uint8Array', value => value instanceof Uint8Array)
export const aDate = being(
  'a valid Date',
  value => value instanceof Date && !Number.isNaN(value.getTime()),
)

const isNumber = (value: unknown): value is number =>
  typeof value === 'number' && Number.isFinite(value)

export const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const anObject = being('an object', isObject)

export const oneOf = (...choices: readonly unknown[]): Expected =>
  being(`one of ${choices.map(String).join(', ')}`, value => choices.includes(value))

export const either =
  (...kinds: readonly Expected[]): Expected =>
  value => {
    const expected = kinds.map(kind => kind(value))
    return expected.includes(undefined) ? undefined : expected.join(' or ')
  }

export const listOf =
  (kind: Expected): Expected =>
  value => {
    if (!Array.isArray(value)) return 'a list'
    for (const item of value) {
      const expected = kind(item)
      if (expected !== undefined) return `a list in which each is ${expected}`
    }
    return undefined
  }

/** An object whose keys are the caller's own. */
export const mapOf =
  (kind: Expected): Expected =>
  value => {
    if (!isObject(value)) return 'an object'
    for (const item of Object.values(value)) {
      const expected = kind(item)
      if (expected !== undefined) return `an object in which each value is ${expected}`
    }
    return undefined
  }

/** The expected value of each option; its type makes sure that no option is forgotten. */
export type Fields<T> = { readonly [K in keyof Required<T>]: Expected }

/** Throws `bad-argument` on an argument that is not what is expected. */
export function checkArgument(owner: string, name: string, value: unknown, expected: Expected) {
  const what = expected(value)
  if (what !== undefined) {
    fail('bad-argument', `${name} of ${owner} must be ${what}, not ${described(value)}`)
  }
}

/** Throws `bad-argument` on the first argument that is not what is expected. */
export function checkArguments(
  owner: string,
  ...given: readonly (readonly [name: string, value: unknown, expected: Expected])[]
) {
  for (const [name, value, expected] of given) checkArgument(owner, name, value, expected)
}

/**
 * Throws on options that are no object, on keys that are not known (`unknown-option`, with the
 * nearest), and on values that are not what is expected (`bad-argument`). Keys that are undefined
 * are not given.
 */
export function checkOptions<T extends object>(owner: string, options: T, fields: Fields<T>): void {
  const given: unknown = options
  if (!isObject(given)) {
    fail('bad-argument', `the options of ${owner} must be an object, not ${described(given)}`)
  }
  const expectedFields: Readonly<Record<string, Expected>> = fields
  for (const key in given) {
    const value = given[key]
    if (!Object.hasOwn(expectedFields, key)) {
      const names = Object.keys(expectedFields)
      fail('unknown-option', `${owner} has no option '${key}'`, {
        nearest: nearestName(key, names),
        hint: `it takes ${names.join(', ')}`,
      })
    }
    if (value !== undefined) checkArgument(owner, key, value, expectedFields[key])
  }
}

/** Throws `too-large` on a figure that would take more memory or time than anything is worth. */
export function checkLimit(what: string, value: number, most: number) {
  if (value > most) fail('too-large', `${what}: ${value}`, { hint: `at most ${most}` })
}

/** A value in a message, short. */
export function described(value: unknown): string {
  if (typeof value === 'string') return `'${shortText(value)}'`
  if (typeof value === 'number' || typeof value === 'boolean' || value == null) return String(value)
  if (Array.isArray(value)) return value.length === 0 ? 'an empty list' : 'a list'
  return typeof value === 'object' ? 'an object' : `a ${typeof value}`
}

export const aCatalog = being(
  'a catalog, which defineCatalog() gives',
  value => isObject(value) && typeof value.text === 'function' && Array.isArray(value.keys),
)
