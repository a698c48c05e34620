import { parseMarkup } from '../core.ts'
import {
  aBoolean,
  aLanguage,
  aNumber,
  aString,
  being,
  choiceField,
  either,
  type Field,
  type FieldMap,
  insideText,
  isObject,
  type JsonSchema,
  lengthField,
  listField,
  listOf,
  numberField,
  objectField,
  objectSchema,
  schemaHead,
  textField,
} from '../problem/index.ts'

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

const markupField: Field = { ...textField, inside: insideText(parseMarkup) }

export const textFields: FieldMap = {
  title: markupField,
  subtitle: markupField,
  source: markupField,
  x: markupField,
  y: markupField,
  center: markupField,
}

export const formatFields: FieldMap = { x: format, y: format }

const xValue: Field = {
  expected: either(aString, aNumber),
  schema: { type: ['string', 'number'] },
}

export const noteFields: FieldMap = {
  x: xValue,
  y: numberField,
  series: textField,
  text: markupField,
}

export const chartKinds = ['bars', 'lines', 'points', 'ring'] as const

/** Fields of a chart file. */
export const chartFields: FieldMap = {
  $schema: textField,
  kind: choiceField(...chartKinds),
  rows: {
    expected: listOf(row),
    schema: { type: 'array', items: { type: 'object', additionalProperties: cellSchema } },
  },
  csv: textField,
  x: textField,
  y: {
    expected: either(aString, listOf(aString)),
    schema: {
      anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string' }, minItems: 1 }],
    },
  },
  series: textField,
  arrangement: choiceField('grouped', 'stacked'),
  labels: choiceField('all', 'none'),
  width: lengthField,
  height: lengthField,
  language: {
    expected: aLanguage,
    schema: { type: 'string' },
  },
  texts: objectField(textFields),
  formats: objectField(formatFields),
  inks: listField(textField),
  legend: listField(choiceField('right', 'left', 'top', 'bottom')),
  includeZero: { expected: aBoolean, schema: { type: 'boolean' } },
  notes: {
    expected: listOf(being('an object', isObject)),
    schema: { type: 'array', items: objectSchema(noteFields) },
  },
}

/** A JSON Schema (draft 2020-12) of chart files, for editors. */
export function chartJsonSchema(): JsonSchema {
  return {
    ...schemaHead('chart'),
    title: 'Dot Line chart',
    ...objectSchema(chartFields),
    required: ['kind', 'x', 'y'],
    oneOf: [{ required: ['rows'] }, { required: ['csv'] }],
  }
}
