import type { Box, GlyphsItem, Item } from './drawing.ts'
import { eachGlyph } from './glyph-pens.ts'

/** The smallest box that holds what is painted; undefined where nothing is. */
export function inkBox(items: readonly Item[]): Box | undefined {
  let left = Infinity
  let top = Infinity
  let right = -Infinity
  let bottom = -Infinity
  const add = (x1: number, y1: number, x2: number, y2: number) => {
    left = Math.min(left, x1)
    top = Math.min(top, y1)
    right = Math.max(right, x2)
    bottom = Math.max(bottom, y2)
  }
  for (const item of items) {
    if (item.kind === 'rectangle' || item.kind === 'image')
      add(item.x, item.y, item.x + item.width, item.y + item.height)
    else if (item.kind === 'glyphs') addGlyphs(item, add)
    else {
      const half = item.width / 2
      const [xs, ys] = [0, 1].map(i => [item.from[i], item.to[i]])
      add(
        Math.min(...xs) - half,
        Math.min(...ys) - half,
        Math.max(...xs) + half,
        Math.max(...ys) + half,
      )
    }
  }
  if (left > right) return undefined
  return { x: left, y: top, width: right - left, height: bottom - top }
}

function addGlyphs(
  item: GlyphsItem,
  add: (x1: number, y1: number, x2: number, y2: number) => void,
) {
  const { face, size, x, y } = item
  const scale = size / face.metrics.unitsPerEm
  eachGlyph(item, (glyph, dx, dy) => {
    const extents = face.extents(glyph)
    if (!extents) return
    add(
      x + (dx + extents.left) * scale,
      y - (dy + extents.top) * scale,
      x + (dx + extents.right) * scale,
      y - (dy + extents.bottom) * scale,
    )
  })
}
