import type { Layout, Line, LineRun } from '../layout/index.ts'
import { fail } from '../problem/index.ts'
import { checkFinite } from './checks.ts'
import type { Box, Item } from './drawing.ts'
import { inkBox } from './ink-box.ts'
import { boxContent } from './inline-box.ts'
import { transformed } from './transform.ts'

/** Which point of a layout is put at a coordinate. */
export interface Anchor {
  /**
   * Along the line, the left without it: an edge, or a fraction of the width from the left, also
   * below 0 or above 1. The start of text from right to left is its right edge.
   */
  readonly across?: 'left' | 'start' | 'center' | 'end' | 'right' | number
  /** Down: an edge of lines, in the words of CSS Inline Layout 3. */
  readonly down?: 'top' | 'cap' | 'ex' | 'middle' | 'alphabetic' | 'bottom'
  /**
   * Of which lines; all of them without it. The edges of letters (`cap`, `ex`, `alphabetic`) are
   * then those of the first.
   */
  readonly of?: 'first' | 'last' | 'all'
  /** Whether edges are those of the line boxes, or of what is painted. */
  readonly by?: 'line' | 'ink'
}

/** The glyphs of a layout with its anchor at (x, y). Throws on coordinates that are not finite. */
export function place(layout: Layout, x: number, y: number, anchor: Anchor = {}): Item[] {
  checkFinite('a placed layout', { x, y })
  const [across, down] = anchorPoint(layout, anchor)
  return itemsOf(layout.lines, x - across, y - down)
}

function itemsOf(lines: readonly Line[], left: number, top: number): Item[] {
  return lines.flatMap(line =>
    line.runs.flatMap(run => runItems(run, left + run.x, top + line.baseline - run.rise)),
  )
}

/** Where the anchor lies in the layout. */
function anchorPoint(layout: Layout, anchor: Anchor): readonly [across: number, down: number] {
  const { across = 'left', down = 'top', of = 'all', by = 'line' } = anchor
  const lines = linesOf(layout.lines, of)
  const ink = by === 'ink' ? inkBox(itemsOf(lines, 0, 0)) : undefined
  const first = lines[0]
  const last = lines.at(-1)
  const box = ink ?? {
    x: 0,
    y: of === 'all' ? 0 : (first?.top ?? 0),
    width: layout.width,
    height: of === 'all' ? layout.height : (last?.height ?? 0),
  }
  return [box.x + box.width * fractionOf(across, first), depthOf(box, first, down)]
}

function linesOf(lines: readonly Line[], of: NonNullable<Anchor['of']>): readonly Line[] {
  if (of === 'all') return lines
  if (of === 'first') return lines.slice(0, 1)
  if (of === 'last') return lines.slice(-1)
  return fail('bad-anchor', `a layout is not placed by its '${of}' lines`)
}

const fractions = { left: 0, start: 0, center: 0.5, end: 1, right: 1 }

/** How far from the left. */
function fractionOf(across: NonNullable<Anchor['across']>, line: Line | undefined): number {
  const fraction = typeof across === 'number' ? across : fractions[across]
  if (!Number.isFinite(fraction)) fail('bad-anchor', `a layout is not placed by '${across}'`)
  const isTurned = (across === 'start' || across === 'end') && line?.level === 1
  return isTurned ? 1 - fraction : fraction
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

function depthOf(box: Box, line: Line | undefined, down: NonNullable<Anchor['down']>): number {
  const baseline = line?.baseline ?? box.y
  switch (down) {
    case 'top':
      return box.y
    case 'middle':
      return box.y + box.height / 2
    case 'bottom':
      return box.y + box.height
    case 'alphabetic':
      return baseline
    case 'cap':
      return baseline - letterHeight(line, 'capHeight')
    case 'ex':
      return baseline - letterHeight(line, 'xHeight')
    default:
      return fail('bad-anchor', `a layout is not placed by '${down}'`)
  }
}

/** How high letters of a line's first text are. */
function letterHeight(line: Line | undefined, height: 'capHeight' | 'xHeight'): number {
  const run = line?.runs.find(r => !r.box)
  if (!run) return 0
  const { metrics } = run.face
  return (metrics[height] * run.style.size) / metrics.unitsPerEm + run.rise
}
