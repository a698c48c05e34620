import {
  available,
  errorProblem,
  isObject,
  type NearestName,
  nearestName,
  type Path,
  type Problem,
  shortText,
} from '../problem/index.ts'
import type { Ink } from './inks/ink.ts'

/** A piece of a JSON Schema (draft 2020-12). */
export type JsonSchema = { readonly [key: string]: unknown }

/** The names that a sheet's values can refer to while it is read. */
interface ReadNames {
  readonly families: ReadonlyMap<string, readonly string[]>
  readonly sizes: ReadonlyMap<string, number>
  readonly inks: { get(name: string): Ink | undefined; readonly names: readonly string[] }
}

/** The location of the reader, and its report of mistakes. */
export interface Reading {
  readonly path: Path
  readonly names: ReadNames
  report(path: Path, problem: Problem): void
  readonly nearest: NearestName
}

/** A kind of value: what is expected, how it is read, how a JSON Schema says so. */
export interface Kind<T> {
  /** Completes “expected …”. */
  readonly expected: string
  readonly schema: JsonSchema
  /** The value, read and checked; undefined if it was reported instead. */
  read(value: unknown, at: Reading): T | undefined
}

/** The type of a kind's values. */
export type ValueOf<K> = K extends Kind<infer T> ? T : never

export const inside = (at: Reading, key: string | number): Reading => ({
  ...at,
  path: [...at.path, key],
})

/** A value as messages show it. Objects are not walked: they may be deep, or hold themselves. */
function shown(value: unknown): string {
  if (Array.isArray(value)) return 'a list'
  if (typeof value === 'object' && value !== null) return 'an object'
  const text = typeof value === 'string' ? JSON.stringify(value) : String(value)
  return shortText(text)
}

/** Reports a value that is not of its kind. */
export function refuse(at: Reading, value: unknown, expected: string): undefined {
  const key = at.path.at(-1)
  const what = key === undefined ? 'the sheet' : `'${key}'`
  at.report(
    at.path,
    errorProblem('bad-value', `${shown(value)} is not a valid value for ${what}`, {
      hint: `expected ${expected}`,
    }),
  )
  return undefined
}

/** A kind from a test and a schema. */
export function tested<T>(
  expected: string,
  schema: JsonSchema,
  test: (value: unknown) => value is T,
): Kind<T> {
  return {
    expected,
    schema,
    read: (value, at) => (test(value) ? value : refuse(at, value, expected)),
  }
}

interface Range {
  readonly min?: number
  readonly max?: number
  /** Greater than this. */
  readonly above?: number
}

export function number(
  what: string,
  { min = -Infinity, max = Infinity, above = -Infinity }: Range = {},
) {
  const schema = {
    type: 'number',
    ...(min > -Infinity && { minimum: min }),
    ...(max < Infinity && { maximum: max }),
    ...(above > -Infinity && { exclusiveMinimum: above }),
  }
  return tested(what, schema, (value): value is number => {
    return (
      typeof value === 'number' &&
      Number.isFinite(value) &&
      value >= min &&
      value <= max &&
      value > above
    )
  })
}

export function wholeNumber(what: string, min: number) {
  return tested(what, { type: 'integer', minimum: min }, (value): value is number => {
    return typeof value === 'number' && Number.isInteger(value) && value >= min
  })
}

export const trueOrFalse = tested(
  'true or false',
  { type: 'boolean' },
  (value): value is boolean => {
    return typeof value === 'boolean'
  },
)

export function string(what: string, form = /^/) {
  const schema = form.source === '^' ? { type: 'string' } : { type: 'string', pattern: form.source }
  return tested(
    what,
    schema,
    (value): value is string => typeof value === 'string' && form.test(value),
  )
}

export function oneOf<const T extends string>(...choices: readonly T[]): Kind<T> {
  const expected = `one of ${choices.join(', ')}`
  return {
    expected,
    schema: { enum: choices },
    read(value, at) {
      const match = choices.find(choice => choice === value)
      if (match !== undefined) return match
      const nearest = typeof value === 'string' ? nearestName(value, choices) : undefined
      return refuse(
        at,
        value,
        nearest ? `'${nearest}', or another of ${choices.join(', ')}` : expected,
      )
    },
  }
}

/** A kind whose values are made from those of another, or refused by giving undefined. */
export function mapped<T, U>(
  kind: Kind<T>,
  map: (value: T, at: Reading) => U | undefined,
): Kind<U> {
  return {
    ...kind,
    read(value, at) {
      const read = kind.read(value, at)
      return read === undefined ? undefined : map(read, at)
    },
  }
}

/** The first of two kinds whose values have the type of the one that is given. */
export function either<T, U>(
  expected: string,
  first: Kind<T>,
  isFirst: (value: unknown) => boolean,
  second: Kind<U>,
): Kind<T | U> {
  return {
    expected,
    schema: { anyOf: [first.schema, second.schema] },
    read(value, at) {
      const kind: Kind<T | U> = isFirst(value) ? first : second
      return kind.read(value, {
        ...at,
        report: (path, problem) => at.report(path, withExpected(path, problem)),
      })
      function withExpected(path: Path, problem: Problem): Problem {
        // A mistake deeper inside is more helpful than the expected form of the whole.
        return problem.code === 'bad-value' && path.length === at.path.length
          ? { ...problem, hint: `expected ${expected}` }
          : problem
      }
    },
  }
}

export const isArray = (value: unknown): value is readonly unknown[] => Array.isArray(value)

export function listOf<T>(
  what: string,
  item: Kind<T>,
  min = 0,
  max = Infinity,
): Kind<readonly T[]> {
  const schema = {
    type: 'array',
    items: item.schema,
    minItems: min,
    ...(max < Infinity && { maxItems: max }),
  }
  return {
    expected: what,
    schema,
    read(value, at) {
      if (!isArray(value) || value.length < min || value.length > max)
        return refuse(at, value, what)
      const items = value.map((entry, i) => item.read(entry, inside(at, i)))
      return items.every(entry => entry !== undefined) ? items : undefined
    },
  }
}

/** An object of any names, each of one kind. */
export function recordOf<T>(what: string, item: Kind<T>, form = /^/): Kind<ReadonlyMap<string, T>> {
  return {
    expected: what,
    schema: {
      type: 'object',
      additionalProperties: item.schema,
      ...(form.source !== '^' && { propertyNames: { pattern: form.source } }),
    },
    read(value, at) {
      if (!isObject(value)) return refuse(at, value, what)
      const read = new Map<string, T>()
      for (const [name, entry] of Object.entries(value)) {
        const here = inside(at, name)
        const known = form.test(name) ? item.read(entry, here) : refuse(here, name, what)
        if (known !== undefined) read.set(name, known)
      }
      return read
    },
  }
}

interface Field<T> {
  readonly kind: Kind<T>
  readonly optional: boolean
}
export const needed = <T>(kind: Kind<T>) => ({ kind, optional: false as const })
export const optional = <T>(kind: Kind<T>) => ({ kind, optional: true as const })

type Fields = Readonly<Record<string, Field<unknown>>>
type OptionalNames<F extends Fields> = {
  [K in keyof F]: F[K]['optional'] extends true ? K : never
}[keyof F]
type FieldValues<F extends Fields> = {
  readonly [K in Exclude<keyof F, OptionalNames<F>>]: ValueOf<F[K]['kind']>
} & { readonly [K in OptionalNames<F>]?: ValueOf<F[K]['kind']> }

/** An object of known fields; a name that is none of them is reported with the nearest. */
export function object<F extends Fields>(what: string, fields: F): Kind<FieldValues<F>> {
  const names = Object.keys(fields)
  const schema = {
    type: 'object',
    properties: Object.fromEntries(names.map(name => [name, fields[name].kind.schema])),
    required: names.filter(name => !fields[name].optional),
    additionalProperties: false,
  }
  return {
    expected: what,
    schema,
    read(value, at) {
      if (!isObject(value)) return refuse(at, value, what)
      reportUnknown(value, names, at)
      const read: Record<string, unknown> = {}
      let complete = true
      for (const name of names) {
        const stated = Object.hasOwn(value, name) ? value[name] : undefined
        if (stated === undefined) {
          if (fields[name].optional) continue
          complete = false
          const hint = `expected ${fields[name].kind.expected}`
          at.report(at.path, errorProblem('missing-property', `'${name}' is missing`, { hint }))
          continue
        }
        read[name] = fields[name].kind.read(stated, inside(at, name))
        if (read[name] === undefined) complete = false
      }
      return complete ? hasFields(read) : undefined
    },
  }
  function hasFields(read: Record<string, unknown>): FieldValues<F> | undefined {
    // Every needed field was read by its kind above; the type says the same.
    return read as FieldValues<F>
  }
}

/** Reports the names of an object that are not known. */
export function reportUnknown(
  value: Readonly<Record<string, unknown>>,
  known: readonly string[],
  at: Reading,
) {
  for (const name of Object.keys(value)) {
    if (known.includes(name)) continue
    const nearest = nearestName(name, known)
    const hint = nearest ? undefined : available(known)
    at.report(
      [...at.path, name],
      errorProblem('unknown-property', `unknown property '${name}'`, { nearest, hint }),
    )
  }
}
