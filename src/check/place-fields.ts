import {
  choiceField,
  eitherField,
  type Field,
  type FieldsOf,
  type JsonSchema,
  lengthField,
  listField,
  mapField,
  numberIn,
  objectField,
  objectSchema,
  schemaHead,
  textField,
  valueField,
  wholeNumber,
} from '../problem/index.ts'
import { findingKinds, isFindingCode } from './finding.ts'
import type { PlaceList, TextPlace } from './place-list.ts'

const oneOrSeveral = <T>(what: string, field: Field<T>) =>
  eitherField(what, field, listField(field, { least: 1 }))

/** Fields of a place. */
const placeFields = {
  name: textField,
  style: textField,
  keys: oneOrSeveral('a string, or a list of strings', textField),
  width: oneOrSeveral('a number of units above 0, at most 10000, or a list of them', lengthField),
  height: lengthField,
  maxLines: wholeNumber(),
  background: textField,
  values: mapField(valueField),
  direction: choiceField('ltr', 'rtl'),
  minSize: lengthField,
  allows: listField(choiceField(...Object.keys(findingKinds).filter(isFindingCode))),
} satisfies FieldsOf<TextPlace>

/** Fields of a list of places. */
export const placeListFields = {
  $schema: textField,
  scales: listField(numberIn('a number above 0, at most 10', { above: 0, to: 10 }), { least: 1 }),
  modes: listField(textField),
  contrast: choiceField('AA', 'AAA'),
  places: listField(objectField(placeFields, 'a place', ['name', 'keys'])),
} satisfies FieldsOf<PlaceList>

/** A JSON Schema (draft 2020-12) of lists of places, for editors. */
export function placesJsonSchema(): JsonSchema {
  return {
    ...schemaHead('places'),
    title: 'Dot Line list of places',
    ...objectSchema(placeListFields, ['places']),
  }
}
