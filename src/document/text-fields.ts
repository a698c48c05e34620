// Fields of a document that take texts; mistakes of a text are reported at its location.

import { parseMarkup } from '../core.ts'
import {
  being,
  choiceField,
  type Field,
  type FieldMap,
  type Inside,
  insideText,
  isMade,
  isObject,
  type JsonSchema,
  listOf,
  mapOf,
  objectSchema,
} from '../problem/index.ts'

/** A text: markup, rich text, or a key of the catalog. */
const isCatalogText = (value: unknown) =>
  isObject(value) &&
  typeof value.key === 'string' &&
  Object.keys(value).every(name => name === 'key' || name === 'values') &&
  (value.values === undefined || isObject(value.values))
const isText = (value: unknown) =>
  typeof value === 'string' ||
  isCatalogText(value) ||
  (isMade(value) && 'kind' in value && value.kind === 'rich-text')
const textSchema: JsonSchema = {
  anyOf: [
    { type: 'string' },
    {
      type: 'object',
      properties: {
        key: { type: 'string' },
        values: { type: 'object', additionalProperties: { type: ['string', 'number'] } },
      },
      required: ['key'],
      additionalProperties: false,
    },
  ],
}
const insideMarkup = insideText(parseMarkup)
const each =
  (inside: Inside): Inside =>
  (value, path, report) => {
    if (Array.isArray(value)) value.forEach((one, i) => void inside(one, [...path, i], report))
  }
/** A check for lists in which some entries are texts. */
export const insideTexts = each(insideMarkup)
const insideCell: Inside = (value, path, report) =>
  isObject(value)
    ? insideMarkup(value.text, [...path, 'text'], report)
    : insideMarkup(value, path, report)

/** A text of a document. */
export const documentText: Field = {
  expected: being('a string, or { key, values }', isText),
  schema: textSchema,
  inside: insideMarkup,
}
export const whole: Field = {
  expected: being('a whole number from 1', value => Number.isInteger(value) && Number(value) >= 1),
  schema: { type: 'integer', minimum: 1 },
}

const cellFields: FieldMap = {
  text: documentText,
  total: choiceField('sum'),
  columnSpan: whole,
  rowSpan: whole,
}
const cell: Field = {
  expected: being(
    'a string, a number, or { text, total, columnSpan, rowSpan }',
    value =>
      isText(value) ||
      (typeof value === 'number' && Number.isFinite(value)) ||
      (isObject(value) &&
        Object.entries(value).every(
          ([name, one]) =>
            Object.hasOwn(cellFields, name) && cellFields[name].expected(one) === undefined,
        )),
  ),
  schema: { anyOf: [...(textSchema.anyOf as []), { type: 'number' }, objectSchema(cellFields)] },
}
/** Rows of a table: of texts, numbers, or cells that say more. */
export const tableRows: Field = {
  expected: listOf(listOf(cell.expected)),
  inside: each(each(insideCell)),
  schema: { type: 'array', items: { type: 'array', items: cell.schema } },
}

/** Texts by their names. */
export const textMap: Field = {
  expected: mapOf(documentText.expected),
  inside(value, path, report) {
    if (!isObject(value)) return
    for (const [name, text] of Object.entries(value)) insideMarkup(text, [...path, name], report)
  },
  schema: { type: 'object', additionalProperties: textSchema },
}

/** Lists of two texts each. */
export const textPairs: Field = {
  expected: listOf(
    being(
      'a list of two texts',
      value => Array.isArray(value) && value.length === 2 && value.every(isText),
    ),
  ),
  inside: each(insideTexts),
  schema: {
    type: 'array',
    items: { type: 'array', items: textSchema, minItems: 2, maxItems: 2 },
  },
}
