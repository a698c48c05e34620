import { greatest, least } from '../../blocks/index.ts'
import type { Box } from '../../core.ts'
import type { ChartPart } from '../parts.ts'
import type { FoundText } from './found-texts.ts'
import { columnsOf, rowsOf } from './text-groups.ts'

/**
 * Guesses the part of each text of a chart from its position: rows and columns at an edge are
 * ticks, large text at the top is the title, and rotated text is the title of an axis.
 */
export function guessedParts(texts: readonly FoundText[], box: Box): readonly ChartPart[] {
  const sizes = texts.map(({ fontSize }) => fontSize).toSorted((a, b) => a - b)
  const middle = sizes[sizes.length >> 1] ?? 0
  const largest = sizes[sizes.length - 1] ?? 0
  const rows = byText(rowsOf(texts))
  const columns = byText(columnsOf(texts))
  // The lowest row of three or more, and the columns at the sides, are the ticks.
  const floor = [...new Set(rows.values())].filter(isAxisRow).flat()
  const lowest = greatest(floor.map(({ y }) => y))
  const axisRows = floorRows([...new Set(rows.values())], lowest)
  const first = texts.map((text): ChartPart | undefined => {
    const { x, y, angle } = text
    const row = rows.get(text) ?? []
    const column = columns.get(text) ?? []
    const [left, top] = [(x - box.x) / box.width, (y - box.y) / box.height]
    if (axisRows.has(row) && top > 0.5) return 'tick'
    if (column.length >= 3 && areUneven(column) && (left < 0.3 || left > 0.85)) return 'tick'
    return Math.abs(Math.abs(angle) - 90) < 1 ? 'axis' : undefined
  })
  const ticks = texts.filter((_, i) => first[i] === 'tick')
  const highest = least(ticks.map(({ y }) => y))
  const sides = ticks.filter(text => !axisRows.has(rows.get(text) ?? []))
  const right = greatest(ticks.map(({ x }) => x))
  return texts.map((text, i): ChartPart => {
    const part = first[i]
    if (part) return part
    const { x, y, fontSize, isBold } = text
    const row = rows.get(text) ?? []
    const [left, top] = [(x - box.x) / box.width, (y - box.y) / box.height]
    if (fontSize > middle * 1.15 && top < 0.3 && fontSize > largest * 0.95) return 'title'
    if (isBold && top < 0.12) return 'title'
    const isUnderTitle = texts.some(
      other =>
        other.fontSize > fontSize && other.across === text.across && Math.abs(other.x - x) < 1,
    )
    if (top < 0.2 && (isUnderTitle || fontSize > middle * 1.15)) return 'subtitle'
    if (!/\p{L}/u.test(text.text)) return row.length > 1 && top < 0.2 ? 'legend' : 'value'
    if (y > lowest + 1 && lowest > 0) return Math.abs(left - 0.5) < 0.35 ? 'axis' : 'source'
    // The name of an axis at its end: above the labels at a side, or behind those at the bottom.
    const isAbove = y <= highest && sides.some(tick => Math.abs(tick.x - x) < box.width * 0.12)
    if (isAbove || (x > right && top > 0.5)) return 'axis'
    return row.length > 1 && top < 0.3 ? 'legend' : 'value'
  })
}

/** Three or more texts beside each other. */
const isAxisRow = (row: readonly FoundText[]) => row.length >= 3

/** The lowest row of labels, and the rows of an axis on two levels: months, and the years below or above them. */
function floorRows(
  rows: readonly (readonly FoundText[])[],
  lowest: number,
): ReadonlySet<readonly FoundText[]> {
  const axes = new Set<readonly FoundText[]>()
  for (const row of rows) {
    const [{ y, fontSize }] = row
    const isClose = Math.abs(y - lowest) < 2.5 * fontSize
    if (isClose && (isAxisRow(row) || (row.length > 1 && y > lowest))) axes.add(row)
  }
  return axes
}

function byText(groups: readonly (readonly FoundText[])[]) {
  return new Map(groups.flatMap(group => group.map(text => [text, group] as const)))
}

/** Whether texts say different things: labels of values, and not of bars in a column. */
const areUneven = (texts: readonly FoundText[]) => new Set(texts.map(({ text }) => text)).size > 1
