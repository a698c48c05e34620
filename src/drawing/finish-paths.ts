import { joinedOutlines, mappedOutline, type Outline } from '../geometry/index.ts'
import type { Fill, GlyphsItem, PathItem } from './drawing.ts'
import { eachGlyph } from './glyph-pens.ts'

/** The outlines of all glyphs of an item as one, in units with y downward. */
export function glyphsOutline(item: GlyphsItem): Outline {
  const scale = item.size / item.face.metrics.unitsPerEm
  const outlines: Outline[] = []
  eachGlyph(item, (glyph, x, y) => {
    const outline = item.face.outline(glyph)
    if (outline.segments === '') return
    const [dx, dy] = [item.x + x * scale, item.y - y * scale]
    outlines.push(mappedOutline({ xx: scale, yx: 0, xy: 0, yy: -scale, dx, dy }, outline))
  })
  return joinedOutlines(outlines)
}

/** Glyphs that are not just filled with one color, as shapes. */
export function finishPath(item: GlyphsItem): PathItem | undefined {
  if (!item.finish) return undefined
  const outline = glyphsOutline(item)
  return outline.segments === '' ? undefined : { kind: 'path', outline, ...item.finish }
}

/** What hides what is painted under it. */
export function isOpaque(fill: Fill | undefined): boolean {
  if (!fill) return false
  return fill.kind === 'solid' ? fill.opacity >= 1 : fill.stops.every(stop => stop.opacity >= 1)
}
