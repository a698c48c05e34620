import {
  aString,
  checkArguments,
  checkFields,
  checkOptions,
  described,
  errorOf,
  fieldReport,
  hasFields,
  isObject,
  nearestName,
  type Path,
  type Problem,
  pathText,
  type ReportField,
  readJson,
  type SourceLocation,
  type SourceOptions,
  sourceOptions,
} from '../problem/index.ts'
import { blockFields, documentFields, isBlockKind } from './document-fields.ts'
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
  const { report, problems, end } = fieldReport(locationOf, before)
  if (!isObject(value)) {
    report([], 'bad-document', `a document is an object, not ${described(value)}`)
    throw errorOf(problems)
  }
  const isAsSaid = hasFields(value, documentFields, ['blocks'], report, 'a document')
  if (Array.isArray(value.pageLabels)) checkLabels(value.pageLabels, report)
  checkBlocks(value.blocks, ['blocks'], report)
  end()
  if (!isAsSaid) throw errorOf(problems)
  return value
}

function checkLabels(labels: readonly unknown[], report: ReportField) {
  let before = 0
  labels.forEach((label, i) => {
    const at = ['pageLabels', i]
    if (!isObject(label) || typeof label.page !== 'number') return
    const page = Number(label.page)
    if (i === 0 && page > 1) {
      report([...at, 'page'], 'bad-value', `the first page label begins at page 1, not ${page}`)
    } else if (page <= before) {
      report(
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
function checkBlocks(blocks: unknown, path: Path, report: ReportField) {
  const ids = new Set<string>()
  const waiting: { readonly blocks: unknown; readonly path: Path; readonly depth: number }[] = [
    { blocks, path, depth: 0 },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (!Array.isArray(next.blocks)) continue
    for (const [i, block] of next.blocks.entries()) {
      const at = [...next.path, i]
      if (!isObject(block)) continue
      checkBlock(block, at, report, ids)
      if (!Array.isArray(block.items)) continue
      const depth = next.depth + 1
      if (depth > deepest) {
        report(at.slice(0, 2), 'too-deep', `lists are nested more than ${deepest} deep`)
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
  report: ReportField,
  ids: Set<string>,
) {
  const { kind } = block
  if (typeof kind !== 'string' || !isBlockKind(kind)) {
    const kindNames = Object.keys(blockFields)
    report([...at, 'kind'], 'bad-value', `kind may not be ${described(kind)}`, {
      hint: `it is one of ${kindNames.join(', ')}`,
      ...(typeof kind === 'string' && { nearest: nearestName(kind, kindNames) }),
    })
    return
  }
  const { fields, needed } = blockFields[kind]
  const kindField = { expected: aString, schema: {} }
  checkFields(block, { kind: kindField, ...fields }, at, report, `a ${kind}`)
  for (const name of needed) {
    if (block[name] === undefined)
      report(at, 'missing-property', `'${name}' of a ${kind} is missing`)
  }
  if (typeof block.id === 'string') {
    if (ids.has(block.id))
      report([...at, 'id'], 'duplicate-name', `two blocks have the id '${block.id}'`)
    ids.add(block.id)
  }
  if (kind === 'table') checkTable(block, at, report)
}

function checkTable(block: Readonly<Record<string, unknown>>, at: Path, report: ReportField) {
  const { columns } = block
  if (!Array.isArray(columns)) return
  const count = columns.length
  const { sums, add } = columnSums(count)
  for (const part of ['head', 'rows', 'foot'] as const) {
    const rows = block[part]
    if (!Array.isArray(rows) || !rows.every(row => Array.isArray(row))) continue
    for (const [i, { columns: places, used, free }] of cellColumns(rows, count).entries()) {
      const rowPath = [...at, part, i]
      if (used <= count && free === 0) {
        const hasNumbers = (cell: number) => sums[places[cell]].count > 0
        checkTotals(rows[i], hasNumbers, rowPath, report)
        // A year that a head says is nothing to be added up.
        if (part !== 'head') add(rows[i], places)
        continue
      }
      const cells = used > count ? used : count - free
      const message = `a row has cells for ${cells} columns, and the table ${count}`
      report(rowPath, 'bad-row', message)
    }
  }
}

/** A sum of a column that has no number above it would be 0, and that would be wrong. */
function checkTotals(
  row: readonly unknown[],
  hasNumbers: (cell: number) => boolean,
  at: Path,
  report: ReportField,
) {
  row.forEach((cell, j) => {
    if (!isObject(cell) || cell.total === undefined || hasNumbers(j)) return
    const message = 'a sum is asked for of a column that has no numbers above it'
    const hint = 'write its cells as numbers, 12.5 and not "12.5"'
    report([...at, j], 'bad-total', message, { hint })
  })
}
