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
  numberField,
  objectField,
  objectSchema,
  schemaHead,
  textField,
} from '../problem/index.ts'
import { pageSizes } from './page-sizes.ts'
import { documentText, insideTexts, tableRows, textMap, textPairs, whole } from './text-fields.ts'

const flag: Field = { expected: aBoolean, schema: { type: 'boolean' } }
const wholeUpTo = (most: number, what = 'a whole number'): Field => ({
  expected: being(
    `${what} from 1 to ${most}`,
    value => Number.isInteger(value) && Number(value) >= 1 && Number(value) <= most,
  ),
  schema: { type: 'integer', minimum: 1, maximum: most },
})
const level = wholeUpTo(6, 'a level')
const fromZero: Field = {
  expected: being('a number from 0, at most 10000', value => isMargin(value)),
  schema: { type: 'number', minimum: 0, maximum: 10_000 },
}
const margins: FieldMap = {
  top: numberField,
  start: numberField,
  bottom: numberField,
  end: numberField,
}
const isLength = (value: unknown) => lengthField.expected(value) === undefined
const isMargin = (value: unknown) => typeof value === 'number' && value >= 0 && value <= 10_000

export const pageFields: FieldMap = {
  size: {
    expected: being(
      `one of ${pageSizes.join(', ')}, or a width and a height of at most 10000 points`,
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
      'a number from 0, or { top, start, bottom, end }',
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
  columns: wholeUpTo(100),
  gap: fromZero,
  columnFill: choiceField('balance', 'auto'),
  facing: flag,
  baselineGrid: lengthField,
  writingMode: choiceField('horizontal-tb', 'vertical-rl'),
  background: textField,
}

export const runningFields: FieldMap = {
  start: documentText,
  center: documentText,
  end: documentText,
}

export const pageLabelFields: FieldMap = {
  page: whole,
  style: choiceField('decimal', 'lower-roman', 'upper-roman', 'lower-alpha', 'upper-alpha'),
  prefix: textField,
  // In letters a page of a hundred thousand is called by thousands of them.
  start: wholeUpTo(100_000),
}

const blockList: Field = {
  expected: listOf(anObject),
  schema: { type: 'array', items: { $ref: '#/$defs/block' } },
}

export const columnFields: FieldMap = {
  width: {
    expected: being(
      "a number of points above 0, at most 10000, 'content', or { share }",
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
  align: choiceField('start', 'center', 'end', 'decimal'),
  decimals: {
    expected: being(
      'a whole number from 0 to 20',
      value => Number.isInteger(value) && Number(value) >= 0 && Number(value) <= 20,
    ),
    schema: { type: 'integer', minimum: 0, maximum: 20 },
  },
}

const spansColumns = flag
const language: Field = { expected: aLanguage, schema: { type: 'string' } }
const paragraph: FieldMap = {
  text: documentText,
  style: textField,
  id: textField,
  language,
  keepWithNext: flag,
  keepTogether: flag,
  initialLetter: whole,
  marginNote: documentText,
  spansColumns,
}

/** Fields of each kind of place, told apart by their names. */
const placeFields: readonly FieldMap[] = [
  { x: numberField, y: numberField },
  {
    across: choiceField('start', 'center', 'end'),
    down: choiceField('top', 'center', 'bottom'),
    inset: numberField,
  },
  {
    side: choiceField('top', 'bottom', 'start', 'end'),
    of: textField,
    gap: numberField,
    align: choiceField('start', 'center', 'end'),
  },
]
const placeNeeds = [
  ['x', 'y'],
  ['across', 'down'],
  ['side', 'of'],
]
const isPlace = (value: unknown, i: number) =>
  isObject(value) &&
  placeNeeds[i].every(name => value[name] !== undefined) &&
  Object.entries(value).every(
    ([name, one]) =>
      Object.hasOwn(placeFields[i], name) && placeFields[i][name].expected(one) === undefined,
  )
const placeField: Field = {
  expected: being(
    '{ x, y }, { across, down, inset }, or { side, of, gap, align } with the id of a block',
    value => placeFields.some((_, i) => isPlace(value, i)),
  ),
  schema: {
    anyOf: placeFields.map((fields, i) => ({ ...objectSchema(fields), required: placeNeeds[i] })),
  },
}

/** Fields of each kind of block, and those it needs. */
export const blockFields: Readonly<
  Record<string, { readonly fields: FieldMap; readonly needed: readonly string[] }>
> = {
  heading: {
    fields: {
      level,
      text: documentText,
      id: textField,
      language,
      marginNote: documentText,
      spansColumns,
    },
    needed: ['text'],
  },
  paragraph: { fields: paragraph, needed: ['text'] },
  quotation: { fields: paragraph, needed: ['text'] },
  list: {
    fields: {
      items: {
        expected: listOf(either(documentText.expected, listOf(anObject))),
        inside: insideTexts,
        schema: { type: 'array', items: { anyOf: [documentText.schema, blockList.schema] } },
      },
      marker: {
        expected: being(
          "'disc', 'decimal', 'lower-alpha', or what stands before each",
          value =>
            (typeof value === 'string' && value !== '' && value.length <= 8) ||
            ['disc', 'decimal', 'lower-alpha'].includes(String(value)),
        ),
        schema: {
          anyOf: [
            { enum: ['disc', 'decimal', 'lower-alpha'] },
            { type: 'string', minLength: 1, maxLength: 8 },
          ],
        },
      },
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
      foot: tableRows,
      caption: documentText,
      id: textField,
      rowHeaders: flag,
      splitRows: flag,
      keepTogether: flag,
      float: choiceField('top', 'bottom'),
      spansColumns,
    },
    needed: ['columns', 'rows'],
  },
  figure: {
    fields: {
      artwork: textField,
      alt: documentText,
      caption: documentText,
      width: lengthField,
      id: textField,
      float: choiceField('top', 'bottom', 'start', 'end'),
      spansColumns,
    },
    needed: ['artwork', 'alt'],
  },
  contents: { fields: { levels: level }, needed: [] },
  index: { fields: {}, needed: [] },
  leaders: {
    fields: {
      entries: textPairs,
      leader: textField,
    },
    needed: ['entries'],
  },
  placed: {
    fields: {
      text: documentText,
      style: textField,
      artwork: textField,
      alt: documentText,
      width: lengthField,
      id: textField,
      at: placeField,
    },
    needed: ['at'],
  },
  rule: { fields: { spansColumns }, needed: [] },
  space: { fields: { height: lengthField }, needed: ['height'] },
  'page-break': { fields: {}, needed: [] },
  'column-break': { fields: {}, needed: [] },
}

/** Fields of a document file. */
export const documentFields: FieldMap = {
  $schema: textField,
  title: documentText,
  author: documentText,
  subject: documentText,
  keywords: listField(textField),
  language,
  page: objectField(pageFields),
  runningHead: objectField(runningFields),
  runningFoot: objectField(runningFields),
  firstRunningHead: objectField(runningFields),
  firstRunningFoot: objectField(runningFields),
  pageLabels: listField({ expected: anObject, schema: objectSchema(pageLabelFields) }),
  numbered: flag,
  notes: textMap,
  terms: textMap,
  blocks: blockList,
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
    ...schemaHead('document'),
    title: 'Dot Line document',
    ...objectSchema(documentFields),
    required: ['blocks'],
    $defs: { block: { anyOf: kinds } },
  }
}
