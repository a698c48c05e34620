import type { Path } from '../problem/index.ts'
import type { BlockContext } from './block-context.ts'
import { cellPadding, columnShapes } from './column-widths.ts'
import type { TableSource } from './document-source.ts'
import { type FlowItem, type FlowTag, stacked } from './flow-item.ts'
import { tableCells } from './table-cells.ts'
import {
  type RowKind,
  type RowSetting,
  rowHeight,
  rowItem,
  setCell,
  type TableShape,
} from './table-row.ts'
import { captionItem } from './text-items.ts'
import { extentOf } from './turned-page.ts'

/** The rows of a table, its head before each column that it goes on in. */
export function* tableItems(
  table: TableSource,
  width: number,
  path: Path,
  around: readonly FlowTag[],
  context: BlockContext,
): Generator<FlowItem> {
  const { texts } = context
  const { keepTogether = false } = table
  const name = table.id ?? `table ${context.next()}`
  const { columns, isSqueezed } = columnShapes(table, width, path, texts)
  if (isSqueezed) {
    const message = 'the columns of the table are wider than its room, and are made narrower'
    context.report('no-room', message, 'state less, or leave widths out', [...path, 'columns'])
  }
  const whole = columns.reduce((sum, column) => sum + column.width, 0)
  const tags = [...around, { role: 'table', id: name }]
  const shape: TableShape = { table, columns, width: whole, tags, context }
  const rowsOf = (kind: RowKind) => rowItems(kind, path, name, shape)
  const heads = [...rowsOf('head')]
  const head = heads.length > 0 ? stacked(heads) : undefined
  const space = { before: table.caption === undefined ? texts.space : 0 }
  if (table.caption !== undefined) {
    yield captionItem(table.caption, { path, tags, width, isAbove: true }, context)
  }
  for (const [i, item] of heads.entries()) {
    yield { ...item, keepWithNext: true, ...(i === 0 && space) }
  }
  let isFirst = true
  let last: FlowItem | undefined
  for (const kind of ['rows', 'foot'] as const) {
    for (const item of rowsOf(kind)) {
      // Totals stay with the row that they stand below.
      if (last) yield kind === 'foot' || keepTogether ? { ...last, keepWithNext: true } : last
      const id = isFirst && table.id !== undefined ? { id: table.id } : {}
      last = { ...withHead(item, head), ...id, ...(isFirst && !head && space) }
      isFirst = false
    }
  }
  if (last) yield { ...last, after: texts.space }
}

/** A row below the head of its table wherever it, or what is left of it, begins a column. */
function withHead(item: FlowItem, head: FlowItem | undefined): FlowItem {
  if (!head) return item
  return {
    ...item,
    head,
    split(room, must) {
      const parts = item.split?.(room, must)
      return parts && { first: withHead(parts.first, head), rest: withHead(parts.rest, head) }
    },
  }
}

/** Rows one by one; those that a cell goes over are set together, and stay so. */
function* rowItems(
  kind: RowKind,
  path: Path,
  name: string,
  shape: TableShape,
): Generator<FlowItem> {
  let together: RowSetting[] = []
  let taken: { readonly column: number; readonly span: number; rows: number }[] = []
  let i = 0
  for (const cells of tableCells(shape.table, kind, path, shape.context.texts)) {
    const set = cells.map(cell => setCell(cell, kind, shape))
    taken = taken
      .map(({ column, span, rows }) => ({ column, span, rows: rows - 1 }))
      .filter(({ rows }) => rows > 0)
    for (const { column, columnSpan, rowSpan } of cells) {
      if (rowSpan > 1) taken.push({ column, span: columnSpan, rows: rowSpan - 1 })
    }
    const open = new Set(
      taken.flatMap(({ column, span }) => Array.from({ length: span }, (_, j) => column + j)),
    )
    const single = set.filter(({ cell }) => cell.rowSpan === 1)
    const row = { kind, path: [...path, kind, i], name: `${name} ${kind} ${i}`, open }
    together.push({ ...row, cells: set, height: rowHeight(single) })
    i++
    if (open.size > 0) continue
    yield* groupItems(together, shape)
    together = []
  }
  yield* groupItems(together, shape)
}

function* groupItems(rows: readonly RowSetting[], shape: TableShape): Generator<FlowItem> {
  const heights = rows.map(({ height }) => height)
  rows.forEach(({ cells }, i) => {
    for (const { cell, layout } of cells) {
      if (cell.rowSpan === 1) continue
      const end = Math.min(rows.length, i + cell.rowSpan)
      const there = heights.slice(i, end).reduce((sum, height) => sum + height, 0)
      // The last row of a cell that spans several gets the height that they lack.
      heights[end - 1] += Math.max(0, extentOf(layout) + 2 * cellPadding.down - there)
    }
  })
  for (const [i, row] of rows.entries()) {
    const item = rowItem({ ...row, height: heights[i] }, shape)
    yield i < rows.length - 1 ? { ...item, keepWithNext: true } : item
  }
}
