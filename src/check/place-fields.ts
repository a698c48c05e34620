import {
  anObject,
  aString,
  being,
  choiceField,
  either,
  type FieldMap,
  isObject,
  type JsonSchema,
  lengthField,
  listField,
  listOf,
  mapOf,
  objectSchema,
  schemaHead,
  textField,
} from '../problem/index.ts'
import { findingKinds } from './finding.ts'

const codes = Object.keys(findingKinds)
const isLength = (value: unknown) => lengthField.expected(value) === undefined

/** Fields of a place. */
export const placeFields: FieldMap = {
  name: textField,
  style: textField,
  keys: {
    expected: either(aString, listOf(aString)),
    schema: {
      anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string' }, minItems: 1 }],
    },
  },
  width: {
    expected: being(
      'a number of units above 0, at most 10000, or a list of them',
      value =>
        isLength(value) || (Array.isArray(value) && value.length > 0 && value.every(isLength)),
    ),
    schema: {
      anyOf: [lengthField.schema, { type: 'array', items: lengthField.schema, minItems: 1 }],
    },
  },
  height: lengthField,
  maxLines: {
    expected: being(
      'a whole number from 1',
      value => Number.isInteger(value) && Number(value) >= 1,
    ),
    schema: { type: 'integer', minimum: 1 },
  },
  background: textField,
  values: {
    expected: mapOf(
      being(
        'a string or a number',
        value => typeof value === 'string' || Number.isFinite(value) || isObject(value),
      ),
    ),
    schema: { type: 'object', additionalProperties: { type: ['string', 'number'] } },
  },
  direction: choiceField('ltr', 'rtl'),
  minSize: lengthField,
  allows: {
    expected: listOf(being(`one of ${codes.join(', ')}`, value => codes.includes(String(value)))),
    schema: { type: 'array', items: { enum: codes } },
  },
}

/** Fields of a list of places. */
export const placeListFields: FieldMap = {
  $schema: textField,
  scales: listField({
    expected: being(
      'a number above 0, at most 10',
      value => isLength(value) && Number(value) <= 10,
    ),
    schema: { type: 'number', exclusiveMinimum: 0, maximum: 10 },
  }),
  modes: listField(textField),
  contrast: choiceField('AA', 'AAA'),
  places: {
    expected: listOf(anObject),
    schema: { type: 'array', items: { ...objectSchema(placeFields), required: ['name', 'keys'] } },
  },
}

/** A JSON Schema (draft 2020-12) of lists of places, for editors. */
export function placesJsonSchema(): JsonSchema {
  return {
    ...schemaHead('places'),
    title: 'Dot Line list of places',
    ...objectSchema(placeListFields),
    required: ['places'],
  }
}
