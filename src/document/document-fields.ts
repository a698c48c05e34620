import {
  aBoolean,
  aLanguage,
  anObject,
  aString,
  being,
  choiceField,
  either,
  type Field,
  type FieldMap,
  isObject,
  type JsonSchema,
  lengthField,
  listField,
  listOf,
  mapOf,
  numberField,
  objectField,
  objectSchema,
  textField,
} from '../problem/index.ts'
import { pageSizes } from './page-sizes.ts'

const flag: Field = { expected: aBoolean, schema: { type: 'boolean' } }
const whole: Field = {
  expected: being('a whole number from 1', value => Number.isInteger(value) && Number(value) >= 1),
  schema: { type: 'integer', minimum: 1 },
}
const level: Field = {
  expected: being(
    'a level from 1 to 6',
    value => Number.isInteger(value) && Number(value) >= 1 && Number(value) <= 6,
  ),
  schema: { type: 'integer', minimum: 1, maximum: 6 },
}
const margins: FieldMap = {
  top: numberField,
  right: numberField,
  bottom: numberField,
  left: numberField,
}
const isLength = (value: unknown) => lengthField.expected(value) === undefined
const isMargin = (value: unknown) => typeof value === 'number' && value >= 0 && value <= 10_000

export const pageFields: FieldMap = {
  size: {
    expected: being(
      `one of ${pageSizes.join(', ')}, or a width and a height`,
      value =>
        (typeof value === 'string' && pageSizes.includes(value)) ||
        (Array.isArray(value) && value.length === 2 && value.every(isLength)),
    ),
    schema: {
      anyOf: [
        { enum: pageSizes },
        { type: 'array', items: lengthField.schema, minItems: 2, maxItems: 2 },
      ],
    },
  },
  orientation: choiceField('portrait', 'landscape'),
  margin: {
    expected: being(
      'a number from 0, or { top, right, bottom, left }',
      value =>
        isMargin(value) ||
        (isObject(value) &&
          Object.keys(margins).every(side => isMargin(value[side])) &&
          Object.keys(value).length === 4),
    ),
    schema: {
      anyOf: [
        { type: 'number', minimum: 0 },
        { ...objectSchema(margins), required: Object.keys(margins) },
      ],
    },
  },
  columns: whole,
  gap: numberField,
  facing: flag,
  background: textField,
}

export const runningFields: FieldMap = { left: textField, center: textField, right: textField }

const blockList: Field = {
  expected: listOf(anObject),
  schema: { type: 'array', items: { $ref: '#/$defs/block' } },
}

const cell: Field = {
  expected: either(
    aString,
    being('{ text, columnSpan }', value => isObject(value) && typeof value.text === 'string'),
  ),
  schema: {
    anyOf: [
      { type: 'string' },
      { ...objectSchema({ text: textField, columnSpan: whole }), required: ['text'] },
    ],
  },
}
const tableRows: Field = {
  expected: listOf(listOf(cell.expected)),
  schema: { type: 'array', items: { type: 'array', items: cell.schema } },
}

export const columnFields: FieldMap = {
  width: {
    expected: being(
      "a number of points, 'content', or { share }",
      value => isLength(value) || value === 'content' || (isObject(value) && isLength(value.share)),
    ),
    schema: {
      anyOf: [
        lengthField.schema,
        { const: 'content' },
        { ...objectSchema({ share: lengthField }), required: ['share'] },
      ],
    },
  },
  align: choiceField('start', 'center', 'end'),
}

const paragraph: FieldMap = {
  text: textField,
  style: textField,
  id: textField,
  keepWithNext: flag,
  keepTogether: flag,
}

/** What each kind of block may say, and what it must. */
export const blockFields: Readonly<
  Record<string, { readonly fields: FieldMap; readonly needed: readonly string[] }>
> = {
  heading: { fields: { level, text: textField, id: textField }, needed: ['text'] },
  paragraph: { fields: paragraph, needed: ['text'] },
  quotation: { fields: paragraph, needed: ['text'] },
  list: {
    fields: {
      items: {
        expected: listOf(either(aString, listOf(anObject))),
        schema: { type: 'array', items: { anyOf: [{ type: 'string' }, blockList.schema] } },
      },
      marker: choiceField('disc', 'decimal', 'lower-alpha'),
      start: whole,
    },
    needed: ['items'],
  },
  table: {
    fields: {
      columns: {
        expected: listOf(anObject),
        schema: { type: 'array', items: objectSchema(columnFields), minItems: 1 },
      },
      head: tableRows,
      rows: tableRows,
      caption: textField,
      id: textField,
    },
    needed: ['columns', 'rows'],
  },
  figure: {
    fields: {
      image: textField,
      alt: textField,
      caption: textField,
      width: lengthField,
      id: textField,
    },
    needed: ['image', 'alt'],
  },
  contents: { fields: { levels: level }, needed: [] },
  rule: { fields: {}, needed: [] },
  space: { fields: { height: lengthField }, needed: ['height'] },
  'page-break': { fields: {}, needed: [] },
  'column-break': { fields: {}, needed: [] },
}

/** What a document file may say. */
export const documentFields: FieldMap = {
  $schema: textField,
  title: textField,
  author: textField,
  subject: textField,
  keywords: listField(textField),
  language: { expected: aLanguage, schema: { type: 'string' } },
  page: objectField(pageFields),
  header: objectField(runningFields),
  footer: objectField(runningFields),
  firstHeader: objectField(runningFields),
  firstFooter: objectField(runningFields),
  numbered: flag,
  notes: {
    expected: mapOf(aString),
    schema: { type: 'object', additionalProperties: { type: 'string' } },
  },
  content: blockList,
}

/** A JSON Schema (draft 2020-12) of documents, for editors. */
export function documentJsonSchema(): JsonSchema {
  const kinds = Object.entries(blockFields).map(([kind, { fields, needed }]) => {
    return {
      ...objectSchema({ kind: { expected: aString, schema: { const: kind } }, ...fields }),
      required: ['kind', ...needed],
    }
  })
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Dot Line document',
    ...objectSchema(documentFields),
    required: ['content'],
    $defs: { block: { anyOf: kinds } },
  }
}
