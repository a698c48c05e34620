import { type Matrix, mappedOutline, product } from '../geometry/index.ts'
import type { Layout } from '../layout/index.ts'
import type { Fill, Item, TextItem } from './drawing.ts'
import { lineItems } from './line-items.ts'

const known = new WeakMap<Layout, readonly Item[]>()

/** A layout may be painted again for each frame of a page: what it is painted with is kept by it. */
function itemsOf(layout: Layout): readonly Item[] {
  let items = known.get(layout)
  if (!items) {
    items = lineItems(layout)
    known.set(layout, items)
  }
  return items
}

/** The items of a text, in the coordinates around it. */
export function expandedText({ layout, matrix }: TextItem): readonly Item[] {
  const items = itemsOf(layout)
  if (matrix.yx === 0 && matrix.xx === 1 && matrix.xy === 0 && matrix.yy === 1) {
    return items.map(item => moved(item, matrix))
  }
  return [{ kind: 'group', matrix, items }]
}

/** An item as far to the right and down as a matrix moves it, which does nothing else. */
function moved(item: Item, matrix: Matrix): Item {
  const { dx, dy } = matrix
  if (dx === 0 && dy === 0) return item
  switch (item.kind) {
    case 'group':
    case 'text':
      return { ...item, matrix: item.matrix ? product(matrix, item.matrix) : matrix }
    case 'rule': {
      const point = ([x, y]: readonly [number, number]) => [x + dx, y + dy] as const
      return { ...item, from: point(item.from), to: point(item.to) }
    }
    case 'path': {
      const { fill } = item
      const outline = mappedOutline(matrix, item.outline)
      return { ...item, outline, ...(fill && { fill: movedFill(fill, matrix) }) }
    }
    case 'glyphs': {
      const own = { ...item, x: item.x + dx, y: item.y + dy }
      const fill = item.paint?.fill
      return fill ? { ...own, paint: { ...item.paint, fill: movedFill(fill, matrix) } } : own
    }
    default:
      return { ...item, x: item.x + dx, y: item.y + dy }
  }
}

function movedFill(fill: Fill, matrix: Matrix): Fill {
  return fill.kind === 'solid' ? fill : { ...fill, matrix: product(matrix, fill.matrix) }
}
