import { greatest, least } from '../../blocks/index.ts'
import type { Box } from '../../core.ts'
import type { ChartPart } from '../parts.ts'
import type { FoundText } from './found-texts.ts'

/**
 * What a text of a chart is, by where it stands: rows and columns of texts at an edge are ticks,
 * what is large at the top is the title, what is turned is the title of an axis.
 */
export function guessedParts(texts: readonly FoundText[], box: Box): readonly ChartPart[] {
  const sizes = texts.map(({ fontSize }) => fontSize).toSorted((a, b) => a - b)
  const middle = sizes[sizes.length >> 1] ?? 0
  const largest = sizes[sizes.length - 1] ?? 0
  const rows = groups(texts, rowKey)
  const columns = groups(texts, columnKey)
  // The lowest row of three or more, and the columns at the sides, are the ticks.
  const floor = [...rows.values()].filter(row => row.length >= 3).flat()
  const lowest = greatest(floor.map(({ y }) => y))
  const first = texts.map((text): ChartPart | undefined => {
    const { x, y, angle } = text
    const row = rows.get(rowKey(text)) ?? []
    const column = columns.get(columnKey(text)) ?? []
    const [left, top] = [(x - box.x) / box.width, (y - box.y) / box.height]
    if (row.length >= 3 && y >= lowest - 1 && top > 0.5) return 'tick'
    if (column.length >= 3 && areUneven(column) && (left < 0.3 || left > 0.85)) return 'tick'
    return Math.abs(Math.abs(angle) - 90) < 1 ? 'axis' : undefined
  })
  const ticks = texts.filter((_, i) => first[i] === 'tick')
  const highest = least(ticks.map(({ y }) => y))
  const sides = ticks.filter(({ y }) => y < lowest - 1)
  const right = greatest(ticks.map(({ x }) => x))
  return texts.map((text, i): ChartPart => {
    const known = first[i]
    if (known) return known
    const { x, y, fontSize, isBold } = text
    const row = rows.get(rowKey(text)) ?? []
    const column = columns.get(columnKey(text)) ?? []
    const [left, top] = [(x - box.x) / box.width, (y - box.y) / box.height]
    if (fontSize > middle * 1.15 && top < 0.3 && fontSize > largest * 0.95) return 'title'
    if (isBold && top < 0.12) return 'title'
    const isUnderTitle = column.some(other => other !== text && other.fontSize > fontSize)
    if (top < 0.2 && (isUnderTitle || fontSize > middle * 1.15)) return 'subtitle'
    if (!/\p{L}/u.test(text.text)) return row.length > 1 && top < 0.2 ? 'legend' : 'value'
    if (y > lowest + 1 && lowest > 0) return Math.abs(left - 0.5) < 0.35 ? 'axis' : 'source'
    // The name of an axis at its end: above the labels at a side, or behind those at the bottom.
    const isAbove = y <= highest && sides.some(tick => Math.abs(tick.x - x) < box.width * 0.12)
    if (isAbove || (x > right && top > 0.5)) return 'axis'
    return row.length > 1 && top < 0.3 ? 'legend' : 'value'
  })
}

const rowKey = ({ y, angle }: FoundText) => `${Math.round(y)} ${Math.round(angle)}`
const columnKey = ({ x, across, angle }: FoundText) =>
  `${Math.round(x)} ${across} ${Math.round(angle)}`

/** Whether texts say different things: labels of values, and not of bars in a column. */
const areUneven = (texts: readonly FoundText[]) => new Set(texts.map(({ text }) => text)).size > 1

function groups(texts: readonly FoundText[], keyOf: (text: FoundText) => string) {
  const found = new Map<string, FoundText[]>()
  for (const text of texts) {
    const key = keyOf(text)
    const group = found.get(key)
    if (group) group.push(text)
    else found.set(key, [text])
  }
  return found
}
