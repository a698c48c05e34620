import {
  aBoolean,
  aLanguage,
  aNumber,
  anObject,
  aString,
  being,
  described,
  type Expected,
  isObject,
  listOf,
  mapOf,
  oneOf,
} from './arguments.ts'
import { languagePattern } from './language.ts'
import { isMade } from './made.ts'
import { nearestName } from './nearest-name.ts'
import { type Path, pathText } from './path.ts'
import { DotLineError, errorProblem, type Problem } from './problem.ts'

export type JsonSchema = Readonly<Record<string, unknown>>

/**
 * A kind of value in a file, stated once: for its reader, for its messages, for editors, and for the
 * compiler.
 */
export interface Field<T = unknown> {
  readonly expected: Expected
  readonly schema: JsonSchema
  /** Reports mistakes inside of a value that is as expected, at their own places. */
  readonly inside?: Inside
  /** Whether a value is meant as one of this kind, among others: if not, as it is expected. */
  readonly isMeant?: (value: unknown) => boolean
  /** Never there: what a value is that is as expected. */
  readonly type?: T
}

/** What a field's values are. */
type ValueOf<F> = F extends Field<infer T> ? T : never

/** What an object with fields is, of which it needs some. */
type ObjectOf<M extends FieldMap, Needed extends keyof M = never> = {
  readonly [K in Needed]: ValueOf<M[K]>
} & { readonly [K in Exclude<keyof M, Needed>]?: ValueOf<M[K]> }

/** A field for each property of a type: none is missing, and none takes more than its property does. */
export type FieldsOf<T> = {
  readonly [K in keyof Required<T>]: Field<Exclude<Required<T>[K], undefined>>
}

/** A check of the content of a field's value. */
export type Inside = (value: unknown, path: Path, report: ReportField) => void

export type FieldMap = Readonly<Record<string, Field>>

export const textField: Field<string> = { expected: aString, schema: { type: 'string' } }
export const numberField: Field<number> = { expected: aNumber, schema: { type: 'number' } }
export const flagField: Field<boolean> = { expected: aBoolean, schema: { type: 'boolean' } }
export const languageField: Field<string> = {
  expected: aLanguage,
  schema: { type: 'string', pattern: languagePattern.source },
}
/** An object whose content is another's: of `Intl`, of the program that reads it. */
export const anyObjectField: Field<object> = { expected: anObject, schema: { type: 'object' } }

/** A value of a placeholder. A program may give what a file cannot hold: dates and rich texts. */
export const valueField: Field<string | number> = {
  expected: being('a string or a number', value => {
    const isPlain = typeof value === 'string' || Number.isFinite(value)
    return isPlain || value instanceof Date || isMade(value)
  }),
  schema: { type: ['string', 'number'] },
}

/** The bounds of a number. */
interface Bounds {
  readonly from?: number
  readonly above?: number
  readonly to?: number
}

/** A number within bounds; `what` says them in words. */
export function numberIn(
  what: string,
  bounds: Bounds,
  type: 'number' | 'integer' = 'number',
): Field<number> {
  const { from = -Infinity, above = -Infinity, to = Infinity } = bounds
  return {
    expected: being(what, value => {
      if (typeof value !== 'number' || !Number.isFinite(value)) return false
      if (type === 'integer' && !Number.isInteger(value)) return false
      return value >= from && value > above && value <= to
    }),
    schema: {
      type,
      ...(from > -Infinity && { minimum: from }),
      ...(above > -Infinity && { exclusiveMinimum: above }),
      ...(to < Infinity && { maximum: to }),
    },
  }
}

/** A whole number, from 1 where no other least is given. */
export function wholeNumber(most = Infinity, least = 1, what = 'a whole number'): Field<number> {
  const bounds = most < Infinity ? `${what} from ${least} to ${most}` : `${what} from ${least}`
  return numberIn(bounds, { from: least, to: most }, 'integer')
}

export const lengthField: Field<number> = numberIn('a number of units above 0, at most 10000', {
  above: 0,
  to: 10_000,
})

export const choiceField = <N extends string>(...names: readonly N[]): Field<N> => ({
  expected: oneOf(...names),
  schema: { enum: names },
})

/** How many entries a list has. */
interface ListLength {
  readonly least?: number
  readonly most?: number
  /** In words. Default: `a list`. */
  readonly what?: string
}

export function listField<T>(
  field: Field<T>,
  { least = 0, most = Infinity, what }: ListLength = {},
): Field<readonly T[]> {
  const each = listOf(field.expected)
  const named = what ?? (least > 0 ? 'a list with at least one entry' : 'a list')
  const isLong = (value: unknown) =>
    Array.isArray(value) && value.length >= least && value.length <= most
  return {
    expected: value => (isLong(value) ? each(value) : named),
    inside(value, path, report) {
      if (Array.isArray(value))
        value.forEach((one, i) => void field.inside?.(one, [...path, i], report))
    },
    schema: {
      type: 'array',
      items: field.schema,
      ...(least > 0 && { minItems: least }),
      ...(most < Infinity && { maxItems: most }),
    },
  }
}

/** A list of two; `what` is a word for it. */
export const pairField = <T>(field: Field<T>, what: string): Field<readonly [T, T]> => ({
  expected: listField(field, { least: 2, most: 2, what }).expected,
  inside: listField(field).inside,
  schema: listField(field, { least: 2, most: 2 }).schema,
})

/** An object whose keys are its author's own. */
export const mapField = <T>(field: Field<T>): Field<Readonly<Record<string, T>>> => ({
  expected: mapOf(field.expected),
  inside(value, path, report) {
    if (!isObject(value)) return
    for (const [name, one] of Object.entries(value)) field.inside?.(one, [...path, name], report)
  },
  schema: { type: 'object', additionalProperties: field.schema },
})

/** An object with fields of its own, and those that it needs; `what` is a word for it. */
export function objectField<M extends FieldMap>(fields: M, what: string): Field<ObjectOf<M>>
export function objectField<M extends FieldMap, Needed extends keyof M & string>(
  fields: M,
  what: string,
  needed: readonly Needed[],
): Field<ObjectOf<M, Needed>>
export function objectField(
  fields: FieldMap,
  what: string,
  needed: readonly string[] = [],
): Field<object> {
  return {
    expected: anObject,
    isMeant: value => isObject(value) && needed.every(name => value[name] !== undefined),
    inside(value, path, report) {
      if (!isObject(value)) return
      checkFields(value, fields, path, report, what)
      for (const name of needed) {
        if (value[name] !== undefined) continue
        report(path, 'missing-property', `'${name}' of ${what} is missing`)
      }
    },
    schema: objectSchema(fields, needed),
  }
}

/** One of several kinds: the first that a value is meant as. */
export function eitherField<F extends readonly Field[]>(
  what: string,
  ...kinds: F
): Field<ValueOf<F[number]>> {
  const kindOf = (value: unknown) =>
    kinds.find(({ isMeant, expected }) =>
      isMeant ? isMeant(value) : expected(value) === undefined,
    )
  return {
    expected: value => (kindOf(value) ? undefined : what),
    inside: (value, path, report) => kindOf(value)?.inside?.(value, path, report),
    schema: { anyOf: kinds.map(({ schema }) => schema) },
  }
}

export const objectSchema = (fields: FieldMap, needed: readonly string[] = []): JsonSchema => ({
  type: 'object',
  properties: Object.fromEntries(
    Object.entries(fields).map(([name, { schema }]) => [name, schema]),
  ),
  ...(needed.length > 0 && { required: needed }),
  additionalProperties: false,
})

/** Reports a mistake at a path of a file. */
export type ReportField = (
  path: Path,
  code: string,
  message: string,
  more?: Partial<Problem>,
) => void

/**
 * Tells of fields that are not known, and of values that are not what theirs take; `what` is a word
 * for what has them.
 */
export function checkFields(
  value: object,
  fields: FieldMap,
  path: Path,
  report: ReportField,
  what: string,
) {
  for (const [name, given] of Object.entries(value)) {
    const at = [...path, name]
    if (!Object.hasOwn(fields, name)) {
      const names = Object.keys(fields)
      const nearest = nearestName(name, names)
      const hint = `it takes ${names.filter(one => one !== '$schema').join(', ')}`
      report(at, 'unknown-property', `${what} has no property '${pathText(at)}'`, { nearest, hint })
      continue
    }
    const expected = fields[name].expected(given)
    if (expected === undefined) {
      fields[name].inside?.(given, at, report)
      continue
    }
    const choices = /^one of (.*)$/.exec(expected)?.[1].split(', ')
    const nearest = choices && typeof given === 'string' ? nearestName(given, choices) : undefined
    const message = `${pathText(at)} must be ${expected}, not ${described(given)}`
    report(at, 'bad-value', message, nearest === undefined ? {} : { nearest })
  }
}

/** The same of a whole file, which needs some of its fields; whether it is what its fields say. */
export function hasFields<M extends FieldMap, Needed extends keyof M & string>(
  value: Readonly<Record<string, unknown>>,
  fields: M,
  needed: readonly Needed[],
  report: ReportField,
  what: string,
): value is ObjectOf<M, Needed> {
  let isAsSaid = true
  const noted: ReportField = (...problem) => {
    isAsSaid = false
    report(...problem)
  }
  checkFields(value, fields, [], noted, what)
  for (const name of needed) {
    if (value[name] === undefined) noted([], 'missing-property', `'${name}' is missing`)
  }
  return isAsSaid
}

/** An error of all that was found, the first mistake first. */
export function errorOf(problems: readonly Problem[]): DotLineError {
  const errors = problems.filter(({ severity }) => severity === 'error')
  return new DotLineError(errors[0] ?? problems[0], problems)
}

/** A report of reading a file: its problems, and locations of its parts. */
interface FieldReport {
  readonly report: ReportField
  readonly problems: Problem[]
  /** Throws an error of all that was found, where any of it is one. */
  end(): void
}

export function fieldReport(
  locationOf: (path: Path) => Problem['location'],
  before: readonly Problem[] = [],
): FieldReport {
  const problems: Problem[] = [...before]
  return {
    problems,
    report(path, code, message, more = {}) {
      const location = locationOf(path)
      problems.push(errorProblem(code, message, { ...(location && { location }), ...more }))
    },
    end() {
      if (problems.some(({ severity }) => severity === 'error')) throw errorOf(problems)
    },
  }
}

/** The head of our JSON Schemas (JSON Schema 2020-12, 8.1.1 and 8.2.1). */
export const schemaHead = (file: 'chart' | 'document' | 'places' | 'sheet') => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: `https://dot-line.example/${file}.schema.json`,
})
