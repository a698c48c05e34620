// Fields of a document that take texts; mistakes of a text are reported at its location.

import { parseMarkup } from '../core.ts'
import {
  choiceField,
  eitherField,
  type Field,
  insideText,
  isMade,
  listField,
  mapField,
  numberField,
  objectField,
  pairField,
  textField,
  valueField,
  wholeNumber,
} from '../problem/index.ts'
import type { DocumentText } from './document-source.ts'

const markup: Field<string> = { ...textField, inside: insideText(parseMarkup) }

const catalogText = objectField(
  { key: textField, values: mapField(valueField) },
  'a text of the catalog',
  ['key'],
)

/** A program may give rich text, which no file can hold. */
const isRichText = (value: unknown) =>
  isMade(value) && 'kind' in value && value.kind === 'rich-text'
const inFile = eitherField('a string, or { key, values }', markup, catalogText)

/** A text of a document: markup, rich text, or a key of the catalog. */
export const documentText: Field<DocumentText> = {
  ...inFile,
  expected: value => (isRichText(value) ? undefined : inFile.expected(value)),
}

const cell = eitherField(
  'a string, a number, or { text, total, columnSpan, rowSpan }',
  documentText,
  numberField,
  objectField(
    {
      text: documentText,
      total: choiceField('sum'),
      columnSpan: wholeNumber(),
      rowSpan: wholeNumber(),
    },
    'a cell',
  ),
)

/** Rows of a table: of texts, numbers, or cells that say more. */
export const tableRows = listField(listField(cell))

/** Texts by their names. */
export const textMap = mapField(documentText)

/** Lists of two texts each. */
export const textPairs = listField(pairField(documentText, 'a list of two texts'))
