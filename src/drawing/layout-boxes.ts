import type { Box } from '../geometry/index.ts'
import type { Layout } from '../layout/index.ts'
import type { Drawing } from './drawing.ts'
import { inkBoxOf } from './ink-box.ts'
import { lineItems } from './line-items.ts'

/** The box of a layout's frame: as wide and as high as the layout, from its top left corner. */
export function bounds({ width, height }: Layout): Box {
  return { x: 0, y: 0, width, height }
}

/** The smallest box around what a layout or a drawing is painted with; undefined where nothing is. */
export function inkBox(shown: Layout | Drawing): Box | undefined {
  return inkBoxOf(shown.kind === 'drawing' ? shown.items : lineItems(shown))
}
