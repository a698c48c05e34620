import type { Layout } from '../layout/index.ts'
import { fail } from '../problem/index.ts'
import { checkFinite } from './checks.ts'
import type { GlyphsItem } from './drawing.ts'

/** Which point of a layout is put at a coordinate. */
export interface Anchor {
  /** Along the line: an edge, or a fraction of the width from its start. */
  readonly across?: 'start' | 'center' | 'end' | number
  /** Down: an edge of the whole, or the baseline of the first line. */
  readonly down?: 'top' | 'middle' | 'alphabetic' | 'bottom'
}

const fractions = { start: 0, center: 0.5, end: 1 }

/** The glyphs of a layout with its anchor at (x, y). Throws on coordinates that are not finite. */
export function place(layout: Layout, x: number, y: number, anchor: Anchor = {}): GlyphsItem[] {
  checkFinite('a placed layout', { x, y })
  const { across = 'start', down = 'top' } = anchor
  const fraction = typeof across === 'number' ? across : fractions[across]
  if (!Number.isFinite(fraction)) fail('bad-anchor', `a layout is not placed by '${across}'`)
  const left = x - layout.width * fraction
  const top = y - depthOf(layout, down)
  return layout.lines.flatMap(line =>
    line.runs.map(
      (run): GlyphsItem => ({
        kind: 'glyphs',
        x: left + run.x,
        y: top + line.baseline - run.rise,
        face: run.face,
        size: run.style.size,
        ink: run.ink,
        glyphs: run.glyphs,
        text: run.text,
      }),
    ),
  )
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
