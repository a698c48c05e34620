import {
  aBoolean,
  aboveZero,
  aLanguage,
  aNumber,
  aString,
  being,
  type Expected,
  either,
  isObject,
  listOf,
  oneOf,
} from '../problem/index.ts'

type JsonSchema = Readonly<Record<string, unknown>>

/** What a field of a chart file takes, once for the reader and for editors. */
export interface Field {
  readonly expected: Expected
  readonly schema: JsonSchema
}

export type FieldMap = Readonly<Record<string, Field>>

const text: Field = { expected: aString, schema: { type: 'string' } }
const number: Field = { expected: aNumber, schema: { type: 'number' } }
const length: Field = {
  expected: being('a number of units above 0, at most 10000', value => {
    return aboveZero(value) === undefined && Number(value) <= 10_000
  }),
  schema: { type: 'number', exclusiveMinimum: 0, maximum: 10_000 },
}
const choice = (...names: readonly string[]): Field => ({
  expected: oneOf(...names),
  schema: { enum: names },
})
const list = ({ expected, schema }: Field): Field => ({
  expected: listOf(expected),
  schema: { type: 'array', items: schema, minItems: 1 },
})
const cell = either(
  aString,
  aNumber,
  being('null', value => value === null),
)
const cellSchema = { type: ['string', 'number', 'null'] }
const isRow = (value: unknown) =>
  isObject(value) && Object.values(value).every(one => cell(one) === undefined)
const row = being('an object of strings, numbers and nulls', isRow)

const format: Field = {
  expected: being(
    '{ "number": … } or { "date": … }, as Intl takes them',
    value =>
      isObject(value) &&
      Object.keys(value).length === 1 &&
      ['number', 'date'].includes(Object.keys(value)[0]) &&
      isObject(Object.values(value)[0]),
  ),
  schema: {
    type: 'object',
    properties: { number: { type: 'object' }, date: { type: 'object' } },
    minProperties: 1,
    maxProperties: 1,
    additionalProperties: false,
  },
}

/** An object with fields of its own, whose places are told apart. */
const fielded = (fields: FieldMap): Field => ({
  expected: being('an object', isObject),
  schema: objectSchema(fields),
})

const objectSchema = (fields: FieldMap): JsonSchema => ({
  type: 'object',
  properties: Object.fromEntries(
    Object.entries(fields).map(([name, { schema }]) => [name, schema]),
  ),
  additionalProperties: false,
})

export const textFields: FieldMap = {
  title: text,
  subtitle: text,
  source: text,
  x: text,
  y: text,
  center: text,
}

export const formatFields: FieldMap = { x: format, y: format }

const xValue: Field = {
  expected: either(aString, aNumber),
  schema: { type: ['string', 'number'] },
}

export const noteFields: FieldMap = { x: xValue, y: number, series: text, text }

export const chartKinds = ['bars', 'lines', 'points', 'ring'] as const

/** What a chart file may say. */
export const chartFields: FieldMap = {
  $schema: text,
  kind: choice(...chartKinds),
  rows: {
    expected: listOf(row),
    schema: { type: 'array', items: { type: 'object', additionalProperties: cellSchema } },
  },
  csv: text,
  x: text,
  y: {
    expected: either(aString, listOf(aString)),
    schema: {
      anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string' }, minItems: 1 }],
    },
  },
  series: text,
  arrangement: choice('grouped', 'stacked'),
  labels: choice('all', 'none'),
  width: length,
  height: length,
  language: {
    expected: aLanguage,
    schema: { type: 'string' },
  },
  texts: fielded(textFields),
  formats: fielded(formatFields),
  inks: list(text),
  legend: list(choice('right', 'left', 'top', 'bottom')),
  zero: { expected: aBoolean, schema: { type: 'boolean' } },
  notes: {
    expected: listOf(being('an object', isObject)),
    schema: { type: 'array', items: objectSchema(noteFields) },
  },
}

/** A JSON Schema (draft 2020-12) of chart files, for editors. */
export function chartJsonSchema(): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Dot Line chart',
    ...objectSchema(chartFields),
    required: ['kind', 'x', 'y'],
    oneOf: [{ required: ['rows'] }, { required: ['csv'] }],
  }
}
