import type { Layout, LineRun } from '../layout/index.ts'
import { fail } from '../problem/index.ts'
import { checkFinite } from './checks.ts'
import type { Item } from './drawing.ts'
import { boxContent } from './inline-box.ts'
import { transformed } from './transform.ts'

/** Which point of a layout is put at a coordinate. */
export interface Anchor {
  /** Along the line: an edge, or a fraction of the width from its start. */
  readonly across?: 'start' | 'center' | 'end' | number
  /** Down: an edge of the whole, or the baseline of the first line. */
  readonly down?: 'top' | 'middle' | 'alphabetic' | 'bottom'
}

const fractions = { start: 0, center: 0.5, end: 1 }

/** The glyphs of a layout with its anchor at (x, y). Throws on coordinates that are not finite. */
export function place(layout: Layout, x: number, y: number, anchor: Anchor = {}): Item[] {
  checkFinite('a placed layout', { x, y })
  const { across = 'start', down = 'top' } = anchor
  const fraction = typeof across === 'number' ? across : fractions[across]
  if (!Number.isFinite(fraction)) fail('bad-anchor', `a layout is not placed by '${across}'`)
  const left = x - layout.width * fraction
  const top = y - depthOf(layout, down)
  return layout.lines.flatMap(line => {
    return line.runs.flatMap(run => runItems(run, left + run.x, top + line.baseline - run.rise))
  })
}

function runItems({ box, face, style, ink, glyphs, text }: LineRun, x: number, y: number): Item[] {
  if (!box) return [{ kind: 'glyphs', x, y, face, size: style.size, ink, glyphs, text }]
  const { image: picture, drawing } = boxContent(box)
  if (picture) {
    const { width, height, baseline } = box
    return [{ kind: 'image', x, y: y - baseline, width, height, picture }]
  }
  if (!drawing) return []
  const { box: shown, items } = drawing
  const [across, down] = [box.width / shown.width, box.height / shown.height]
  const scale = Math.min(across, down)
  if (!(scale > 0 && scale < Infinity)) return []
  // The drawing keeps its proportions, and stands in the middle of the box.
  const dx = x + (box.width - shown.width * scale) / 2 - shown.x * scale
  const dy = y - box.baseline + (box.height - shown.height * scale) / 2 - shown.y * scale
  return items.map(item => transformed(item, scale, dx, dy))
}

function depthOf(layout: Layout, down: NonNullable<Anchor['down']>): number {
  switch (down) {
    case 'top':
      return 0
    case 'middle':
      return layout.height / 2
    case 'bottom':
      return layout.height
    case 'alphabetic':
      return layout.lines[0]?.baseline ?? 0
    default:
      return fail('bad-anchor', `a layout is not placed by '${down}'`)
  }
}
