import {
  aString,
  checkArguments,
  checkFields,
  checkOptions,
  described,
  errorOf,
  fieldReport,
  isObject,
  nearestName,
  type Path,
  type Problem,
  pathText,
  readJson,
  type SourceLocation,
  type SourceOptions,
  sourceOptions,
  type TellField,
} from '../problem/index.ts'
import {
  blockFields,
  columnFields,
  documentFields,
  pageFields,
  pageLabelFields,
  runningFields,
} from './document-fields.ts'
import type { DocumentSource } from './document-source.ts'
import { cellColumns, columnSums } from './table-cells.ts'

/** A document that was checked, and where its parts stand in their file. */
export interface DocumentFile {
  /** The document, checked. */
  readonly document: DocumentSource
  /** Place of a part, such as `['blocks', 3]`. */
  locationOf(path: Path): SourceLocation | string
}

/**
 * Reads a document in JSON. Throws a `DotLineError` with all mistakes, each with its place: fields
 * that are not known, values that theirs do not take, rows that do not fit the columns of a table,
 * ids that stand twice.
 *
 * @param json The text of a document.
 * @returns The document, and the places of its parts.
 * @throws `bad-json`, `bad-document`, `bad-value` and others, each with line and column.
 */
export function readDocument(json: string, options: SourceOptions = {}): DocumentFile {
  checkArguments('readDocument', ['json', json, aString])
  checkOptions('readDocument', options, sourceOptions)
  const { value, locationOf, problems } = readJson(json, options.source ?? 'document')
  return { document: checkedDocument(value, locationOf, problems), locationOf }
}

/** A document of any origin, checked. */
export function checkedDocument(
  value: unknown,
  locationOf: (path: Path) => SourceLocation | string = pathText,
  before: readonly Problem[] = [],
): DocumentSource {
  const { tell, problems, end } = fieldReport(locationOf, before)
  if (!isObject(value)) {
    tell([], 'bad-document', `a document is an object, not ${described(value)}`)
    throw errorOf(problems)
  }
  checkFields(value, documentFields, [], tell, 'a document')
  if (value.blocks === undefined) tell([], 'missing-property', "'blocks' is missing")
  if (isObject(value.page)) checkFields(value.page, pageFields, ['page'], tell, 'a document')
  for (const name of ['runningHead', 'runningFoot', 'firstRunningHead', 'firstRunningFoot']) {
    const running = value[name]
    if (isObject(running)) checkFields(running, runningFields, [name], tell, 'a document')
  }
  if (Array.isArray(value.pageLabels)) checkLabels(value.pageLabels, tell)
  checkBlocks(value.blocks, ['blocks'], tell)
  end()
  // Each field was checked to be what it is declared as.
  return value as unknown as DocumentSource
}

function checkLabels(labels: readonly unknown[], tell: TellField) {
  let before = 0
  labels.forEach((label, i) => {
    const at = ['pageLabels', i]
    if (!isObject(label)) return
    checkFields(label, pageLabelFields, at, tell, 'a page label')
    if (label.page === undefined) tell(at, 'missing-property', "'page' of a page label is missing")
    const page = Number(label.page)
    if (i === 0 && page > 1) {
      tell([...at, 'page'], 'bad-value', `the first page label begins at page 1, not ${page}`)
    } else if (page <= before) {
      tell(
        [...at, 'page'],
        'bad-value',
        `page labels are in the order of their pages: ${page} is no more than ${before}`,
      )
    }
    before = page
  })
}

/** Lists in lists deeper than this leave no width for text on any page, and take time by the square. */
const deepest = 100

/** Blocks and those in them, without recursion over how deep they are nested. */
function checkBlocks(blocks: unknown, path: Path, tell: TellField) {
  const ids = new Set<string>()
  const waiting: { readonly blocks: unknown; readonly path: Path; readonly depth: number }[] = [
    { blocks, path, depth: 0 },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (!Array.isArray(next.blocks)) continue
    for (const [i, block] of next.blocks.entries()) {
      const at = [...next.path, i]
      if (!isObject(block)) continue
      checkBlock(block, at, tell, ids)
      if (!Array.isArray(block.items)) continue
      const depth = next.depth + 1
      if (depth > deepest) {
        tell(at.slice(0, 2), 'too-deep', `lists are nested more than ${deepest} deep`)
        continue
      }
      for (const [j, item] of block.items.entries()) {
        waiting.push({ blocks: item, path: [...at, 'items', j], depth })
      }
    }
  }
}

function checkBlock(
  block: Readonly<Record<string, unknown>>,
  at: Path,
  tell: TellField,
  ids: Set<string>,
) {
  const { kind } = block
  if (typeof kind !== 'string' || !Object.hasOwn(blockFields, kind)) {
    const known = Object.keys(blockFields)
    tell([...at, 'kind'], 'bad-value', `kind may not be ${described(kind)}`, {
      hint: `it is one of ${known.join(', ')}`,
      ...(typeof kind === 'string' && { nearest: nearestName(kind, known) }),
    })
    return
  }
  const { fields, needed } = blockFields[kind]
  const kindField = { expected: aString, schema: {} }
  checkFields(block, { kind: kindField, ...fields }, at, tell, `a ${kind}`)
  for (const name of needed) {
    if (block[name] === undefined) tell(at, 'missing-property', `'${name}' of a ${kind} is missing`)
  }
  if (typeof block.id === 'string') {
    if (ids.has(block.id))
      tell([...at, 'id'], 'duplicate-name', `two blocks have the id '${block.id}'`)
    ids.add(block.id)
  }
  if (kind === 'table') checkTable(block, at, tell)
}

function checkTable(block: Readonly<Record<string, unknown>>, at: Path, tell: TellField) {
  const { columns } = block
  if (!Array.isArray(columns)) return
  columns.forEach((column: unknown, i) => {
    if (isObject(column)) checkFields(column, columnFields, [...at, 'columns', i], tell, 'a column')
  })
  const count = columns.length
  const { sums, add } = columnSums(count)
  for (const part of ['head', 'rows', 'foot'] as const) {
    const rows = block[part]
    if (!Array.isArray(rows) || !rows.every(row => Array.isArray(row))) continue
    for (const [i, { columns: places, used, free }] of cellColumns(rows, count).entries()) {
      const own = [...at, part, i]
      if (used <= count && free === 0) {
        const hasNumbers = (cell: number) => sums[places[cell]].count > 0
        checkTotals(rows[i], hasNumbers, own, tell)
        // A year that a head says is nothing to be added up.
        if (part !== 'head') add(rows[i], places)
        continue
      }
      const cells = used > count ? used : count - free
      const message = `a row has cells for ${cells} columns, and the table ${count}`
      tell(own, 'bad-row', message)
    }
  }
}

/** A sum of a column that has no number above it would be 0, and that would be wrong. */
function checkTotals(
  row: readonly unknown[],
  hasNumbers: (cell: number) => boolean,
  at: Path,
  tell: TellField,
) {
  row.forEach((cell, j) => {
    if (!isObject(cell) || cell.total === undefined || hasNumbers(j)) return
    const message = 'a sum is asked for of a column that has no numbers above it'
    const hint = 'write its cells as numbers, 12.5 and not "12.5"'
    tell([...at, j], 'bad-total', message, { hint })
  })
}
