import {
  anObject,
  being,
  choiceField,
  eitherField,
  type Field,
  type FieldMap,
  type FieldsOf,
  flagField,
  type JsonSchema,
  languageField,
  lengthField,
  listField,
  numberField,
  numberIn,
  objectField,
  objectSchema,
  pairField,
  schemaHead,
  textField,
  wholeNumber,
} from '../problem/index.ts'
import type { BlockSource, DocumentSource, PageSource } from './document-source.ts'
import { pageSizes } from './page-sizes.ts'
import { documentText, tableRows, textMap, textPairs } from './text-fields.ts'

const margin = numberIn('a number from 0, at most 10000', { from: 0, to: 10_000 })
const margins = { top: margin, start: margin, bottom: margin, end: margin }

const pageFields = {
  size: eitherField(
    `one of ${pageSizes.join(', ')}, or a width and a height of at most 10000 points`,
    choiceField(...pageSizes),
    pairField(lengthField, 'a width and a height'),
  ),
  orientation: choiceField('portrait', 'landscape'),
  margin: eitherField(
    'a number from 0, at most 10000, or { top, start, bottom, end }',
    margin,
    objectField(margins, 'a margin', ['top', 'start', 'bottom', 'end']),
  ),
  columns: wholeNumber(100),
  gap: margin,
  columnFill: choiceField('balance', 'auto'),
  facing: flagField,
  baselineGrid: lengthField,
  writingMode: choiceField('horizontal-tb', 'vertical-rl'),
  background: textField,
} satisfies FieldsOf<PageSource>

const running = objectField(
  { start: documentText, center: documentText, end: documentText },
  'a running head or foot',
)

const pageLabel = objectField(
  {
    page: wholeNumber(),
    style: choiceField('decimal', 'lower-roman', 'upper-roman', 'lower-alpha', 'upper-alpha'),
    prefix: textField,
    // In letters a page of a hundred thousand is called by thousands of them.
    start: wholeNumber(100_000),
  },
  'a page label',
  ['page'],
)

const level = wholeNumber(6, 1, 'a level')

/** Blocks are checked by their kinds, however deep they are nested. */
const block: Field<BlockSource> = { expected: anObject, schema: { $ref: '#/$defs/block' } }
const blockList = listField(block)

const column = objectField(
  {
    width: eitherField(
      "a number of points above 0, at most 10000, 'content', or { share }",
      lengthField,
      choiceField('content'),
      objectField({ share: lengthField }, 'a width', ['share']),
    ),
    align: choiceField('start', 'center', 'end', 'decimal'),
    decimals: wholeNumber(20, 0),
  },
  'a column',
)

const spansColumns = flagField
const paragraph = {
  text: documentText,
  style: textField,
  id: textField,
  language: languageField,
  keepWithNext: flagField,
  keepTogether: flagField,
  initialLetter: wholeNumber(),
  marginNote: documentText,
  spansColumns,
}

/** A place, told apart by the names of its fields. */
const placeField = eitherField(
  '{ x, y }, { across, down, inset }, or { side, of, gap, align } with the id of a block',
  objectField({ x: numberField, y: numberField }, 'a place', ['x', 'y']),
  objectField(
    {
      across: choiceField('start', 'center', 'end'),
      down: choiceField('top', 'center', 'bottom'),
      inset: numberField,
    },
    'a place',
    ['across', 'down'],
  ),
  objectField(
    {
      side: choiceField('top', 'bottom', 'start', 'end'),
      of: textField,
      gap: numberField,
      align: choiceField('start', 'center', 'end'),
    },
    'a place',
    ['side', 'of'],
  ),
)

/** The longest mark before the items of a list, in UTF-16 units. */
const longestMarker = 8
const markers = ['disc', 'decimal', 'lower-alpha']
const marker: Field<string> = {
  expected: being(
    "'disc', 'decimal', 'lower-alpha', or a mark of at most 8 characters",
    value =>
      typeof value === 'string' &&
      (markers.includes(value) || (value !== '' && value.length <= longestMarker)),
  ),
  schema: {
    anyOf: [{ enum: markers }, { type: 'string', minLength: 1, maxLength: longestMarker }],
  },
}

type BlockKind = BlockSource['kind']

/** A block that may be of a kind. */
type BlockOf<K extends BlockKind, B = BlockSource> = B extends { readonly kind: infer Own }
  ? K extends Own
    ? B
    : never
  : never

/** The fields of a kind of block. */
interface OfBlock<K extends BlockKind> {
  readonly fields: FieldsOf<Omit<BlockOf<K>, 'kind'>>
  readonly needed: readonly string[]
}

/** Fields of each kind of block, and those it needs. */
export const blockFields = {
  heading: {
    fields: {
      level,
      text: documentText,
      id: textField,
      language: languageField,
      marginNote: documentText,
      spansColumns,
    },
    needed: ['text'],
  },
  paragraph: { fields: paragraph, needed: ['text'] },
  quotation: { fields: paragraph, needed: ['text'] },
  list: {
    fields: {
      items: listField(eitherField('a text, or a list of blocks', documentText, blockList)),
      marker,
      start: wholeNumber(),
    },
    needed: ['items'],
  },
  table: {
    fields: {
      columns: listField(column, { least: 1 }),
      head: tableRows,
      rows: tableRows,
      foot: tableRows,
      caption: documentText,
      id: textField,
      rowHeaders: flagField,
      splitRows: flagField,
      keepTogether: flagField,
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
} satisfies { readonly [K in BlockKind]: OfBlock<K> }

export const isBlockKind = (kind: string): kind is BlockKind => Object.hasOwn(blockFields, kind)

/** Fields of a document file. */
export const documentFields = {
  $schema: textField,
  title: documentText,
  author: documentText,
  subject: documentText,
  keywords: listField(textField),
  language: languageField,
  page: objectField(pageFields, 'a page'),
  runningHead: running,
  runningFoot: running,
  firstRunningHead: running,
  firstRunningFoot: running,
  pageLabels: listField(pageLabel),
  numbered: flagField,
  notes: textMap,
  terms: textMap,
  blocks: blockList,
} satisfies FieldsOf<DocumentSource> & FieldMap

/** A JSON Schema (draft 2020-12) of documents, for editors. */
export function documentJsonSchema(): JsonSchema {
  const kinds = Object.entries(blockFields).map(([kind, { fields, needed }]) => {
    return objectSchema({ kind: choiceField(kind), ...fields }, ['kind', ...needed])
  })
  return {
    ...schemaHead('document'),
    title: 'Dot Line document',
    ...objectSchema(documentFields, ['blocks']),
    $defs: { block: { anyOf: kinds } },
  }
}
