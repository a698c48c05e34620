import { append } from '../blocks/index.ts'
import type { Layout, Line } from '../layout/index.ts'
import { backingItem, backingItems } from './backings.ts'
import type { Item } from './drawing.ts'
import { isPlain } from './is-plain.ts'
import { layersOf, opacityGroups, paintedOf } from './line-layers.ts'
import { laidDown, runItems, type Standing, standingOf } from './run-items.ts'

/** The items of lines, in the coordinates of their layout's frame. */
export function lineItems(layout: Layout, lines: readonly Line[] = layout.lines): Item[] {
  const items: Item[] = lines === layout.lines ? frameItems(layout) : []
  if (lines.every(line => line.runs.every(run => isPlain(run.style)))) {
    for (const line of lines) {
      const standing = standingOf(layout, line)
      for (const run of line.runs) append(items, runItems(run, standing))
    }
    return items
  }
  append(items, laidBackings(layout, lines))
  for (const line of lines) append(items, decoratedLine(standingOf(layout, line)))
  return items
}

/** The backgrounds of runs, lines and blocks. */
export function laidBackings(layout: Layout, lines: readonly Line[]): Item[] {
  if (lines.length === 0) return []
  return laidDown(standingOf(layout, lines[0]).matrix, backingItems(layout, lines))
}

/** The box around all of a text, which its style may ask for. */
export function frameItems({ style, width, height: depth }: Layout): Item[] {
  if (style.border === 'none') return []
  const { ink, width: thickness, radius = 0, fill } = style.border
  const edge = { x: 0, y: 0, width, height: depth }
  return backingItem(
    edge,
    fill,
    radius,
    ink && thickness !== undefined ? { ink, width: thickness } : undefined,
  )
}

function decoratedLine(standing: Standing): Item[] {
  return opacityGroups(standing.line).flatMap((group): Item[] => {
    const { opacity } = group
    const items = paintedOf(layersOf(group, standing))
    return opacity === 1 ? items : [{ kind: 'group', opacity, items }]
  })
}
