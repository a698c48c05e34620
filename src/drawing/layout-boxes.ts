import type { Box } from '../geometry/index.ts'
import { checkLayout, type Layout } from '../layout/index.ts'
import { type Drawing, isDrawing } from './drawing.ts'
import { inkBoxOf } from './ink-box.ts'
import { lineItems } from './line-items.ts'

/** The box of a layout's frame: as wide and as high as the layout, from its top left corner. */
export function bounds(layout: Layout): Box {
  checkLayout('bounds', layout)
  const { width, height } = layout
  return { x: 0, y: 0, width, height }
}

/** The smallest box around everything painted; undefined if nothing is. */
export function inkBox(shown: Layout | Drawing): Box | undefined {
  if (isDrawing(shown)) return inkBoxOf(shown.items)
  checkLayout('inkBox', shown)
  return inkBoxOf(lineItems(shown))
}
