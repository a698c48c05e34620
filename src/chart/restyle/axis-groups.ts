import type { Box } from '../../core.ts'
import type { FoundText } from './found-texts.ts'
import type { Wanted } from './place-text.ts'
import { columnsOf, rowsOf } from './text-groups.ts'

/** The side of the plot that an axis is on. */
export type AxisSide = 'top' | 'bottom' | 'left' | 'right'

interface AxisGroup {
  readonly side: AxisSide
  /** In the order in which they stand along it. */
  readonly labels: readonly Wanted[]
}

/** Labels of ticks by the axis they belong to: those that stand in one row, or in one column. */
export function axisGroups(ticks: readonly Wanted[], box: Box): readonly AxisGroup[] {
  const byText = new Map(ticks.map(one => [one.text, one]))
  const texts = ticks.map(({ text }) => text)
  const columns = new Map<FoundText, readonly FoundText[]>()
  const rows = new Map<FoundText, readonly FoundText[]>()
  for (const column of columnsOf(texts)) for (const text of column) columns.set(text, column)
  for (const row of rowsOf(texts)) for (const text of row) rows.set(text, row)
  const groups: AxisGroup[] = []
  const seen = new Set<FoundText>()
  for (const text of texts) {
    if (seen.has(text)) continue
    const [row, column] = [rows.get(text) ?? [text], columns.get(text) ?? [text]]
    const isRow = Math.abs(text.angle) > 1 || row.length >= column.length
    const group = (isRow ? row : column).filter(one => !seen.has(one))
    for (const one of group) seen.add(one)
    const sorted = group.toSorted((a, b) => (isRow ? a.x - b.x : b.y - a.y))
    groups.push({
      side: isRow
        ? text.y > box.y + box.height / 2
          ? 'bottom'
          : 'top'
        : text.x > box.x + box.width / 2
          ? 'right'
          : 'left',
      labels: sorted.flatMap(one => byText.get(one) ?? []),
    })
  }
  return groups
}
