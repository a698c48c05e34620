import { identity } from '../geometry/index.ts'
import type { GlyphRun } from '../layout/index.ts'
import { representativeColor } from '../sheet/index.ts'
import type { Item } from './drawing.ts'
import { solidFill } from './fill.ts'
import { glyphsOutline } from './finish-paths.ts'
import { runItems, type Standing } from './run-items.ts'

/** The shadow of a run: its letters in another ink, moved, and blurred where it says so. */
export function shadowItems(run: GlyphRun, standing: Standing, through: number): Item[] {
  const { shadow } = run.style
  if (shadow === 'none' || run.box) return []
  const { x = 0, y = 0, blur = 0 } = shadow
  const solid = representativeColor(shadow.ink)
  const { stroke } = run.style
  const style = {
    ...run.style,
    ink: solid,
    stroke: stroke === 'none' ? stroke : { ...stroke, ink: solid },
  }
  const { link, ...unlinked } = run
  const items = asShapes(runItems({ ...unlinked, style }, standing, through))
  if (items.length === 0) return []
  const matrix = { ...identity, dx: x, dy: y }
  return [{ kind: 'group', matrix, ...(blur > 0 && { blur }), items }]
}

/** A shadow is no text: it would be read out, searched and copied twice. */
function asShapes(items: readonly Item[]): Item[] {
  return items.flatMap((item): Item[] => {
    if (item.kind === 'group') return [{ ...item, items: asShapes(item.items) }]
    if (item.kind !== 'glyphs') return []
    const outline = glyphsOutline(item)
    const finish = item.paint ?? { fill: solidFill(item.ink) }
    return outline.segments === '' ? [] : [{ kind: 'path', outline, ...finish }]
  })
}
