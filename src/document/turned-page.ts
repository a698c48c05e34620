import type { Box, Item, Layout } from '../core.ts'

/** Whether lines of a layout run down. */
const runsDown = ({ writingMode }: Layout) => writingMode.startsWith('vertical')

/** The extent of a layout across its lines. */
export const extentOf = (layout: Layout) => (runsDown(layout) ? layout.width : layout.height)

/**
 * Pages whose lines run down are laid out as if they lay on their side: along the lines, and across
 * them from the first. This is where a box of such a page is on it.
 */
export const turnedBox = ({ x, y, width, height }: Box, pageWidth: number): Box => ({
  x: pageWidth - y - height,
  y: x,
  width: height,
  height: width,
})

/** A box on a page as it is laid out: what `turnedBox` turns. */
export const laidDown = ({ x, y, width, height }: Box, pageWidth: number): Box => ({
  x: y,
  y: pageWidth - x - width,
  width: height,
  height: width,
})

/** Texts and lines of such a page where they are on it. */
export function turnedItems(items: readonly Item[], pageWidth: number): readonly Item[] {
  return items.map((item): Item => {
    switch (item.kind) {
      case 'group':
        return item.matrix ? item : { ...item, items: turnedItems(item.items, pageWidth) }
      case 'text': {
        if (!runsDown(item.layout)) return item
        const { dx, dy } = item.matrix
        const matrix = { ...item.matrix, dx: pageWidth - dy - item.layout.width, dy: dx }
        return { ...item, matrix }
      }
      case 'rule': {
        const turn = ([x, y]: readonly [number, number]) => [pageWidth - y, x] as const
        return { ...item, from: turn(item.from), to: turn(item.to) }
      }
      default:
        return item
    }
  })
}
