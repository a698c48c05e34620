import {
  type Box,
  identity,
  type Matrix,
  mappedBox,
  mappedOutline,
  product,
  turning,
} from '../geometry/index.ts'
import type { Layout, Line } from '../layout/index.ts'
import { fail } from '../problem/index.ts'
import { isVertical } from '../sheet/index.ts'
import { checkFinite } from './checks.ts'
import type { Fill, Item } from './drawing.ts'
import { inkBox } from './ink-box.ts'
import { lineItems } from './line-items.ts'

/** Which point of a layout is put at a coordinate, and how the layout is turned about it. */
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
  /** Degrees that the layout is turned by about this point, counter-clockwise. */
  readonly turn?: number
}

/** Where a layout comes to stand. */
export interface Placement {
  /** From the coordinates of the layout's frame to those it is placed in. */
  readonly matrix: Matrix
  /** The upright box around its frame, as it is turned. */
  readonly bounds: Box
  /** The upright box around what is painted; undefined where nothing is. */
  readonly inkBox: Box | undefined
}

/** The glyphs of a layout with its anchor at (x, y). Throws on coordinates that are not finite. */
export function place(layout: Layout, x: number, y: number, anchor: Anchor = {}): Item[] {
  const matrix = placingMatrix(layout, x, y, anchor)
  const items = lineItems(layout)
  if (matrix.yx === 0 && matrix.xx === 1) return items.map(item => moved(item, matrix))
  return [{ kind: 'group', matrix, items }]
}

/** Where a layout comes to stand when it is placed in the same way. Throws as `place` does. */
export function placement(layout: Layout, x: number, y: number, anchor: Anchor = {}): Placement {
  const matrix = placingMatrix(layout, x, y, anchor)
  const ink = inkBox(place(layout, x, y, anchor))
  return { matrix, bounds: mappedBox(matrix, layout.bounds), inkBox: ink }
}

function placingMatrix(layout: Layout, x: number, y: number, anchor: Anchor): Matrix {
  const { turn = 0 } = anchor
  checkFinite('a placed layout', { x, y, turn })
  const [across, down] = anchorPoint(layout, anchor)
  const shift = { ...identity, dx: x - across, dy: y - down }
  return turn % 360 === 0 ? shift : product(turning(turn, x, y), shift)
}

/** An item as far to the right and down as a matrix moves it, which does nothing else. */
function moved(item: Item, matrix: Matrix): Item {
  const { dx, dy } = matrix
  if (dx === 0 && dy === 0) return item
  switch (item.kind) {
    case 'group':
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
      const fill = item.finish?.fill
      return fill ? { ...own, finish: { ...item.finish, fill: movedFill(fill, matrix) } } : own
    }
    default:
      return { ...item, x: item.x + dx, y: item.y + dy }
  }
}

function movedFill(fill: Fill, matrix: Matrix): Fill {
  return fill.kind === 'solid' ? fill : { ...fill, matrix: product(matrix, fill.matrix) }
}

/** Where the anchor lies in the layout's frame. */
function anchorPoint(layout: Layout, anchor: Anchor): readonly [across: number, down: number] {
  const { across = 'left', down = 'top', of = 'all', by = 'line' } = anchor
  const lines = linesOf(layout.lines, of)
  const box = (by === 'ink' ? inkBox(lineItems(layout, lines)) : undefined) ?? edges(layout, lines)
  const isSideways = isVertical(layout.writingMode)
  const first = lines[0]
  return [
    box.x + box.width * fractionOf(across, isSideways ? undefined : first),
    isSideways ? sidewaysDepth(box, down) : depthOf(box, first, down),
  ]
}

/** The box of some lines' edges; all of the frame for all of them. */
function edges({ width, height, lines: all, writingMode }: Layout, lines: readonly Line[]): Box {
  const [first] = lines
  if (!first || lines.length === all.length) return { x: 0, y: 0, width, height }
  const { top, height: own } = first
  if (!isVertical(writingMode)) return { x: 0, y: top, width, height: own }
  const x = writingMode === 'sideways-lr' ? top : width - top - own
  return { x, y: 0, width: own, height }
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

/** Lines that stand on end have a top, a middle and a bottom; the edges of their letters are not down. */
function sidewaysDepth(box: Box, down: NonNullable<Anchor['down']>): number {
  if (down === 'top') return box.y
  if (down === 'middle') return box.y + box.height / 2
  if (down === 'bottom') return box.y + box.height
  return fail('bad-anchor', `vertical text is not placed by '${down}'`, {
    hint: 'top, middle or bottom',
  })
}

/** How high letters of a line's first text are. */
function letterHeight(line: Line | undefined, height: 'capHeight' | 'xHeight'): number {
  const run = line?.runs.find(r => !r.box)
  if (!run) return 0
  const { metrics } = run.face
  return (metrics[height] * run.style.size) / metrics.unitsPerEm + run.rise
}
