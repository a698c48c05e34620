import {
  aboveZero,
  aNumber,
  aString,
  being,
  described,
  type Expected,
  isObject,
  listOf,
  oneOf,
} from './arguments.ts'
import { nearestName } from './nearest-name.ts'
import { type Path, pathText } from './path.ts'
import { DotLineError, errorProblem, type Problem } from './problem.ts'

export type JsonSchema = Readonly<Record<string, unknown>>

/** A field of a file, declared once for the reader and for editors. */
export interface Field {
  readonly expected: Expected
  readonly schema: JsonSchema
  /**
   * Tells what is wrong inside of a value that is as expected: in its texts, at their own places.
   */
  readonly inside?: (value: unknown, path: Path, report: ReportField) => void
}

export type FieldMap = Readonly<Record<string, Field>>

export const textField: Field = { expected: aString, schema: { type: 'string' } }
export const numberField: Field = { expected: aNumber, schema: { type: 'number' } }
export const lengthField: Field = {
  expected: being('a number of units above 0, at most 10000', value => {
    return aboveZero(value) === undefined && Number(value) <= 10_000
  }),
  schema: { type: 'number', exclusiveMinimum: 0, maximum: 10_000 },
}
export const choiceField = (...names: readonly string[]): Field => ({
  expected: oneOf(...names),
  schema: { enum: names },
})
export const listField = ({ expected, schema }: Field): Field => ({
  expected: listOf(expected),
  schema: { type: 'array', items: schema, minItems: 1 },
})
/** An object with fields of its own, whose locations are distinguished. */
export const objectField = (fields: FieldMap): Field => ({
  expected: being('an object', isObject),
  schema: objectSchema(fields),
})

export const objectSchema = (fields: FieldMap): JsonSchema => ({
  type: 'object',
  properties: Object.fromEntries(
    Object.entries(fields).map(([name, { schema }]) => [name, schema]),
  ),
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

/** An error of all that was found, the first mistake first. */
export function errorOf(problems: readonly Problem[]): DotLineError {
  const errors = problems.filter(({ severity }) => severity === 'error')
  return new DotLineError(errors[0] ?? problems[0], problems)
}

/** A report of reading a file: its problems, and locations of its parts. */
export interface FieldReport {
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
