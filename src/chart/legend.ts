import { greatest } from '../blocks/index.ts'
import { circle, type InkOrName, type Item, type Layout, rectangle, rule } from '../core.ts'
import type { ChartText, ChartTexts } from './chart-texts.ts'
import { labelBox } from './label-box.ts'

/** An entry of a legend. */
export interface LegendEntry {
  /** Its text. */
  readonly text: ChartText
  /** Ink of its mark. */
  readonly ink: InkOrName
  /** Its mark. Default: a square. */
  readonly mark?: 'square' | 'circle' | 'line'
}

/** A side of a chart at which its legend stands. */
export type LegendPlace = 'right' | 'left' | 'top' | 'bottom'

/** The legend of a chart: its entries, and possible places. */
export interface ChartLegend {
  /** Its entries. */
  readonly entries: readonly LegendEntry[]
  /** Possible places, the best first. Default: top and bottom. */
  readonly places?: readonly LegendPlace[]
  /** Number of equal columns above or below the plot. Default: rows that wrap. */
  readonly columns?: number
}

/** A legend that was set: its items count from its top left corner. */
export interface SetLegend {
  readonly width: number
  readonly height: number
  readonly texts: readonly { readonly layout: Layout; readonly x: number; readonly y: number }[]
  readonly marks: readonly Item[]
}

/** A legend in a width: entries beside each other, in rows that wrap, or in columns. */
export function setLegend(
  { entries, columns }: ChartLegend,
  texts: ChartTexts,
  width: number,
  isColumn: boolean,
): SetLegend {
  const sample = texts.setPlain('legend', 'x')
  const em = sample.height / 1.25
  const mark = em * 0.7
  const lead = mark + em * 0.4
  const between = em * 1.2
  const count = isColumn ? 1 : columns
  const most = count === undefined ? width : (width - between * (count - 1)) / count
  const set = entries.map(({ text }) => {
    const alone = texts.set('legend', text)
    const room = Math.max(0, most - lead)
    return alone.width <= room ? alone : texts.set('legend', text, { width: room })
  })
  const widths = set.map(layout => lead + Math.max(layout.textWidth, 0))
  const places: { x: number; y: number; row: number }[] = []
  const rows: number[] = []
  let [x, row] = [0, 0]
  set.forEach((layout, i) => {
    const cellWidth = count === undefined ? widths[i] : most
    const isFull =
      count === undefined ? x > 0 && x + cellWidth > width + 1e-6 : i > 0 && i % count === 0
    if (isFull) [x, row] = [0, row + 1]
    places.push({ x, y: 0, row })
    const box = labelBox(layout)
    rows[row] = Math.max(rows[row] ?? 0, box.height + Math.max(0, -box.y))
    x += cellWidth + between
  })
  const gap = em * 0.35
  const tops: number[] = []
  let height = 0
  for (const legendRow of rows) {
    tops.push(height)
    height += legendRow + gap
  }
  const isTurned = set[0]?.paragraphs[0]?.direction === 'rtl'
  const whole = isColumn ? greatest(widths, 0) : width
  const laid = set.map((layout, i) => {
    const at = places[i].x
    const line = layout.lines[0]
    const top = tops[places[i].row] + Math.max(0, -labelBox(layout).y)
    const middle = line ? line.baseline - em * 0.33 : layout.height / 2
    const left = isTurned ? whole - at - widths[i] : at
    const textX = isTurned ? left + widths[i] - lead - layout.width : left + lead
    const markX = isTurned ? left + widths[i] - mark : left
    return { layout, x: textX, y: top, markX, markY: top + middle }
  })
  return {
    width: whole,
    height: Math.max(0, height - gap),
    texts: laid.map(({ layout, x: left, y }) => ({ layout, x: left, y })),
    marks: laid.map(({ markX, markY }, i) => markItem(entries[i], markX, markY, mark, texts)),
  }
}

function markItem(
  { mark = 'square', ink }: LegendEntry,
  x: number,
  middle: number,
  size: number,
  { sheet }: ChartTexts,
): Item {
  if (mark === 'circle') return circle(x + size / 2, middle, size / 2, { fill: ink, sheet })
  if (mark === 'line') return rule([x, middle], [x + size, middle], ink, size / 4, sheet)
  return rectangle({ x, y: middle - size / 2, width: size, height: size }, ink, size / 6, sheet)
}
