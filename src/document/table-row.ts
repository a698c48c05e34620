import { type Frame, group, type Item, type Layout, place, rule } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { BlockContext } from './block-context.ts'
import { type ColumnShape, cellPadding, widthToDecimals } from './column-widths.ts'
import type { TableSource } from './document-source.ts'
import type { FlowText } from './document-texts.ts'
import type { FlowItem, FlowMark, FlowTag } from './flow-item.ts'
import type { TableCell } from './table-cells.ts'
import { extentOf } from './turned-page.ts'

export type RowKind = 'head' | 'rows' | 'foot'

/** Settings that all rows of a table share. */
export interface TableShape {
  readonly table: TableSource
  readonly columns: readonly ColumnShape[]
  readonly width: number
  readonly tags: readonly FlowTag[]
  readonly context: BlockContext
}

/** A cell that was set: its text may go on in another part of the row. */
interface SetCell {
  readonly cell: TableCell
  readonly text: FlowText
  readonly frame: Frame
  readonly layout: Layout
  /** Its left edge in the table, and where its text stands in it. */
  readonly x: number
  readonly shift: number
  readonly marks: readonly FlowMark[]
  /** The id that the index leads to. */
  readonly id?: string
  /** Over how far down more than its row it goes. */
  readonly extra?: number
}

export interface RowSetting {
  readonly kind: RowKind
  readonly path: Path
  /** An id of its own for what is parted. */
  readonly name: string
  readonly cells: readonly SetCell[]
  readonly height: number
  /** Columns that a cell goes on in in the next row: no line is drawn there. */
  readonly open: ReadonlySet<number>
  readonly isParted?: boolean
}

export function setCell(cell: TableCell, kind: RowKind, shape: TableShape): SetCell {
  const { table, columns, width: whole, context } = shape
  const { texts, isMirrored } = context
  const { column, columnSpan, text } = cell
  const sum = (from: number, to: number) =>
    columns.slice(from, to).reduce((total, { width }) => total + width, 0)
  const width = sum(column, column + columnSpan)
  const start = sum(0, column)
  const x = isMirrored ? whole - start - width : start
  const style = kind === 'rows' ? 'document-cell' : 'document-head'
  const asked = table.columns[column]?.align ?? 'start'
  const isDecimal = asked === 'decimal' && columnSpan === 1
  const align = asked === 'decimal' ? 'end' : asked
  const inner = Math.max(1, width - 2 * cellPadding.across)
  const frame: Frame = { width: inner, align }
  const shaped = texts.shape(text, style)
  const layout = shaped.set(frame)
  const toSign = isDecimal && kind !== 'head' ? widthToDecimals(cell, style, texts) : undefined
  // Its sign goes where those of the column are: numbers run from left to right in all languages.
  const { whole: before, decimals } = columns[column]
  const spare = isMirrored
    ? before - (toSign ?? before)
    : decimals - (toSign === undefined ? decimals : layout.textWidth - toSign)
  const room = Math.max(0, inner - layout.textWidth)
  const shift = (isMirrored ? 1 : -1) * Math.min(Math.max(0, spare), room)
  return { cell, text: shaped, frame, layout, x, shift, ...context.marksOf(text) }
}

/** A row of a table, parted between the lines of its cells where that is allowed. */
export function rowItem(setting: RowSetting, shape: TableShape): FlowItem {
  const { kind, path, name, cells, height, open, isParted = false } = setting
  const { table, tags } = shape
  const isHead = kind === 'head'
  const marks = cells.flatMap(cell => cell.marks)
  return {
    height,
    before: 0,
    after: 0,
    keepWithNext: false,
    path,
    tags,
    ...(marks.length > 0 && { marks }),
    ...(cells.some(({ cell }) => cell.rowSpan > 1) && { reach: rowHeight(cells) }),
    draw(left, top, isAgain = false) {
      const drawn = cells.map(({ cell, layout, x, shift, id }) => {
        const { columnSpan, rowSpan, column } = cell
        const cellRole = column === 0 && table.rowHeaders ? 'rowheader' : 'cell'
        const role = isAgain ? 'none' : isHead ? 'columnheader' : cellRole
        const part = isParted ? { id: id ?? `${name} ${column}`, continues: true } : {}
        const at = left + x + cellPadding.across + shift
        return group([place(layout, at, top + cellPadding.down)], {
          role,
          ...(columnSpan > 1 && { columnSpan }),
          ...(rowSpan > 1 && { rowSpan }),
          ...(id !== undefined && !isAgain && { id }),
          ...part,
        })
      })
      const row = isParted ? { role: 'row', id: name, continues: true } : { role: 'row' }
      // A head that is repeated is there to be seen only.
      return [group(drawn, isAgain ? { role: 'none' } : row), ...linesOf(setting, shape, left, top)]
    },
    split(room, must = false) {
      const isAllowed = table.splitRows || isParted || must
      if (!isAllowed || isHead || open.size > 0) return undefined
      return partedRow(setting, shape, room)
    },
  }
}

/** A line below a row, except where a cell goes on; above the foot of a table, one more. */
function linesOf(
  { kind, height, open }: RowSetting,
  { columns, width, context }: TableShape,
  left: number,
  top: number,
): readonly Item[] {
  const [share, weight] = kind === 'head' ? [0.7, 1] : [0.2, 0.5]
  const ink = context.texts.ruleInk(share)
  const lines: Item[] = []
  let start = 0
  let x = 0
  const close = (to: number) => {
    if (to <= start) return
    const [from, end] = context.isMirrored ? [width - to, width - start] : [start, to]
    const y = top + height
    lines.push(rule([left + from, y], [left + end, y], ink, weight))
  }
  columns.forEach((column, i) => {
    if (open.has(i)) {
      close(x)
      start = x + column.width
    }
    x += column.width
  })
  close(x)
  return lines
}

function partedRow(setting: RowSetting, shape: TableShape, room: number) {
  const inner = room - 2 * cellPadding.down
  const first: SetCell[] = []
  const rest: SetCell[] = []
  let isWhole = true
  for (const cell of setting.cells) {
    const { lines } = cell.layout
    let count = 0
    while (count < lines.length && lines[count].top + lines[count].height <= inner + 1e-6) count++
    if (lines.length > 0 && count === 0) return undefined
    const isAll = count === lines.length
    const limit = isAll ? {} : { maxLines: count, continues: true }
    const part = isAll ? cell.layout : cell.text.set({ ...cell.frame, ...limit })
    const end = part.continuation
    if (end) isWhole = false
    first.push({
      ...cell,
      layout: part,
      marks: cell.marks.filter(({ offset }) => !end || offset < end.offset),
    })
    // A cell that has ended has nothing below.
    const from = end ?? { offset: part.text.length, line: 0 }
    const frame = { ...cell.frame, continuation: from }
    rest.push({
      ...cell,
      frame,
      layout: cell.text.set(frame),
      marks: end ? cell.marks.filter(({ offset }) => offset >= end.offset) : [],
    })
  }
  if (isWhole) return undefined
  const of = (cells: readonly SetCell[]): RowSetting => ({
    ...setting,
    cells,
    isParted: true,
    height: rowHeight(cells),
  })
  return { first: rowItem(of(first), shape), rest: rowItem(of(rest), shape) }
}

export const rowHeight = (cells: readonly SetCell[]) =>
  Math.max(0, ...cells.map(({ layout }) => extentOf(layout))) + 2 * cellPadding.down
