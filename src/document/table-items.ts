import { group, type Item, type Layout, place, rule } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { CellSource, TableSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'

/** Around the text of a cell, in points. */
const padding = { across: 6, down: 3 }

/** The rows of a table, its head before each column that it goes on in. */
export function* tableItems(
  table: TableSource,
  width: number,
  path: Path,
  tag: FlowTag,
  texts: DocumentTexts,
): Generator<FlowItem> {
  const widths = columnWidths(table, width, texts)
  const heads = (table.head ?? []).map((row, i) => {
    return rowItem(row, table, widths, [...path, 'head', i], [tag], texts, true)
  })
  const head = heads.length > 0 ? stacked(heads) : undefined
  for (const item of heads) yield { ...item, keepWithNext: true }
  for (const [i, row] of table.rows.entries()) {
    const item = rowItem(row, table, widths, [...path, 'rows', i], [tag], texts, false)
    const isLast = i === table.rows.length - 1
    const own = i === 0 ? { ...item, ...(table.id !== undefined && { id: table.id }) } : item
    yield { ...own, after: isLast ? texts.space : 0, ...(head && i > 0 && { head }) }
  }
}

/** Widths that are stated, then those of content, and shares of what is left; all of it where none is stated. */
function columnWidths(
  { columns, head = [], rows }: TableSource,
  width: number,
  texts: DocumentTexts,
) {
  const natural = columns.map(({ width: stated }, i) => {
    if (typeof stated === 'number') return stated
    if (stated !== 'content') return undefined
    let widest = 0
    for (const [cells, style] of [
      ...head.map(row => [row, 'document-head'] as const),
      ...rows.map(row => [row, 'document-cell'] as const),
    ]) {
      const cell = cells[i]
      if (typeof cell === 'string') widest = Math.max(widest, texts.set(cell, style, {}).width)
    }
    return widest + 2 * padding.across
  })
  const taken = natural.reduce<number>((sum, own) => sum + (own ?? 0), 0)
  const shares = columns.map(({ width: stated }, i) => {
    if (natural[i] !== undefined) return 0
    return typeof stated === 'object' ? stated.share : 1
  })
  const all = shares.reduce((sum, share) => sum + share, 0)
  const left = Math.max(0, width - taken)
  const found = natural.map((own, i) => own ?? (left * shares[i]) / all)
  // Columns that ask for more than there is get their part of it.
  const sum = found.reduce((total, own) => total + own, 0)
  return sum > width ? found.map(own => (own * width) / sum) : found
}

function rowItem(
  cells: readonly CellSource[],
  { columns }: TableSource,
  widths: readonly number[],
  path: Path,
  tags: readonly FlowTag[],
  texts: DocumentTexts,
  isHead: boolean,
): FlowItem {
  let column = 0
  let x = 0
  const set = cells.map(cell => {
    const { text, columnSpan = 1 } = typeof cell === 'string' ? { text: cell } : cell
    const width = widths.slice(column, column + columnSpan).reduce((sum, own) => sum + own, 0)
    const align = columns[column]?.align ?? 'start'
    const frame = { width: Math.max(1, width - 2 * padding.across), align }
    const layout = texts.set(text, isHead ? 'document-head' : 'document-cell', frame)
    const own = { layout, x: x + padding.across, columnSpan }
    column += columnSpan
    x += width
    return own
  })
  const height = Math.max(0, ...set.map(({ layout }) => layout.height)) + 2 * padding.down
  const whole = widths.reduce((sum, own) => sum + own, 0)
  return {
    height,
    before: 0,
    after: 0,
    keepWithNext: false,
    path,
    tags,
    draw(left, top, isAgain = false): readonly Item[] {
      const line = rule(
        [left, top + height],
        [left + whole, top + height],
        texts.ruleInk(isHead ? 0.7 : 0.2),
        isHead ? 1 : 0.5,
      )
      const drawn = set.map(cell =>
        drawnCell(cell, left, top, isAgain ? 'none' : isHead ? 'columnheader' : 'cell'),
      )
      // A head that is repeated is there to be seen only.
      return [group(drawn, { role: isAgain ? 'none' : 'row' }), line]
    },
  }
}

function drawnCell(
  {
    layout,
    x,
    columnSpan,
  }: { readonly layout: Layout; readonly x: number; readonly columnSpan: number },
  left: number,
  top: number,
  role: string,
) {
  const placed = place(layout, left + x, top + padding.down)
  return group([placed], { role, ...(columnSpan > 1 && { columnSpan }) })
}

/** Rows as one, for what is repeated. */
function stacked(rows: readonly FlowItem[]): FlowItem {
  const height = rows.reduce((sum, row) => sum + row.height, 0)
  return {
    ...rows[0],
    height,
    draw(x, y, isAgain) {
      let top = y
      return rows.flatMap(row => {
        const drawn = row.draw(x, top, isAgain)
        top += row.height
        return drawn
      })
    },
  }
}
