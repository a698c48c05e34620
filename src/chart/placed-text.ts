import { type Anchor, type Box, type Layout, place, type TextItem } from '../core.ts'
import { mappedBox } from '../geometry/index.ts'
import { labelBox } from './label-box.ts'
import type { ChartPart } from './parts.ts'

/** A text of a chart where it stands. */
export interface PlacedText {
  /** Its part of the chart, and so its style. */
  readonly part: ChartPart
  /** The text as it is laid out. */
  readonly layout: Layout
  /** The item to draw. */
  readonly item: TextItem
  /** The upright box that holds its lines and its ink. */
  readonly box: Box
  /** Value of a tick label. */
  readonly value?: unknown
}

/** A layout of a part, with its anchor at a point. Throws as `place` does. */
export function placedText(
  part: ChartPart,
  layout: Layout,
  x: number,
  y: number,
  anchor: Anchor = {},
): PlacedText {
  const item = place(layout, x, y, anchor)
  return { part, layout, item, box: mappedBox(item.matrix, labelBox(layout)) }
}

/** A layout whose frame has its top left corner at a point: what was worked out, and needs no checks. */
export function uprightText(part: ChartPart, layout: Layout, x: number, y: number): PlacedText {
  const matrix = { xx: 1, yx: 0, xy: 0, yy: 1, dx: x, dy: y }
  const box = labelBox(layout)
  return {
    part,
    layout,
    item: { kind: 'text', layout, matrix },
    box: { x: box.x + x, y: box.y + y, width: box.width, height: box.height },
  }
}
