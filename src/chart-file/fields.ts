import { parseMarkup } from '../core.ts'
import {
  anyObjectField,
  choiceField,
  eitherField,
  type Field,
  flagField,
  insideText,
  isObject,
  type JsonSchema,
  languageField,
  lengthField,
  listField,
  mapField,
  numberField,
  objectField,
  objectSchema,
  schemaHead,
  textField,
} from '../problem/index.ts'

const nullField: Field<null> = {
  expected: value => (value === null ? undefined : 'null'),
  schema: { type: 'null' },
}
const cell = eitherField('a string, a number or null', textField, numberField, nullField)

/** A format of one kind, with nothing of the other. */
const formatOf = <T>(kind: string, field: Field<T>): Field<T> => ({
  ...field,
  isMeant: value => isObject(value) && Object.keys(value).join() === kind,
})
const numberOptions: Field<Intl.NumberFormatOptions> = anyObjectField
const dateOptions: Field<Intl.DateTimeFormatOptions> = anyObjectField
const format = eitherField(
  '{ "number": … } or { "date": … }, as Intl takes them',
  formatOf('number', objectField({ number: numberOptions }, 'a format', ['number'])),
  formatOf('date', objectField({ date: dateOptions }, 'a format', ['date'])),
)

const markupField: Field<string> = { ...textField, inside: insideText(parseMarkup) }

const textFields = {
  title: markupField,
  subtitle: markupField,
  source: markupField,
  x: markupField,
  y: markupField,
  center: markupField,
}

const noteFields = {
  x: eitherField('a string or a finite number', textField, numberField),
  y: numberField,
  series: textField,
  text: markupField,
}

export const chartKinds = ['bars', 'lines', 'points', 'ring'] as const

/** Fields of a chart file. */
export const chartFields = {
  $schema: textField,
  kind: choiceField(...chartKinds),
  rows: listField(mapField(cell)),
  csv: textField,
  x: textField,
  y: eitherField('a string, or a list of strings', textField, listField(textField, { least: 1 })),
  series: textField,
  arrangement: choiceField('grouped', 'stacked'),
  labels: choiceField('all', 'none'),
  width: lengthField,
  height: lengthField,
  language: languageField,
  texts: objectField(textFields, 'a chart'),
  formats: objectField({ x: format, y: format }, 'a chart'),
  inks: listField(textField, { least: 1 }),
  legend: listField(choiceField('right', 'left', 'top', 'bottom'), { least: 1 }),
  includeZero: flagField,
  notes: listField(objectField(noteFields, 'a note', ['x', 'text'])),
}

/** A JSON Schema (draft 2020-12) of chart files, for editors. */
export function chartJsonSchema(): JsonSchema {
  return {
    ...schemaHead('chart'),
    title: 'Dot Line chart',
    ...objectSchema(chartFields, ['kind', 'x', 'y']),
    oneOf: [{ required: ['rows'] }, { required: ['csv'] }],
  }
}
