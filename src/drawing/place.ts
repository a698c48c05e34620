import {
  type Box,
  identity,
  inverse,
  type Matrix,
  mapped,
  mappedBox,
  product,
  turning,
} from '../geometry/index.ts'
import { checkLayout, faceOf, type Layout, type Line, unitScale } from '../layout/index.ts'
import {
  anything,
  aString,
  being,
  checkArgument,
  checkOptions,
  described,
  fail,
  isObject,
} from '../problem/index.ts'
import { isVertical } from '../sheet/index.ts'
import { checkFinite } from './checks.ts'
import { type Drawing, type GroupItem, isDrawing, type TextItem } from './drawing.ts'
import { inkBoxOf } from './ink-box.ts'
import { bounds } from './layout-boxes.ts'
import { lineItems } from './line-items.ts'

/** The point of a layout that is put at a coordinate, and its rotation about that point. */
export interface Anchor {
  /**
   * Along the line: an edge, or a fraction of the width from the left, also below 0 or above 1.
   * Default: `left`. The start of right-to-left text is its right edge.
   */
  readonly across?: 'left' | 'start' | 'center' | 'end' | 'right' | number
  /** Down: an edge of lines, in the words of CSS Inline Layout 3. */
  readonly down?: 'top' | 'cap' | 'ex' | 'center' | 'alphabetic' | 'bottom'
  /**
   * The lines that count. Default: `all`; the edges of letters (`cap`, `ex`, `alphabetic`) are then
   * those of the first line.
   */
  readonly of?: 'first' | 'last' | 'all'
  /** Edges of line boxes, or of painted ink. */
  readonly by?: 'line' | 'ink'
  /** Degrees that the layout is turned by about this point, counter-clockwise. */
  readonly angle?: number
}

/** The position of a layout after placing. */
export interface Placement {
  /** From the coordinates of the layout's frame to those it is placed in. */
  readonly matrix: Matrix
  /** The upright box around its frame, as it is turned. */
  readonly bounds: Box
  /** The upright box around everything painted; undefined if nothing is. */
  readonly inkBox: Box | undefined
}

/**
 * A layout, or a drawing, with its anchor at (x, y). A drawing is placed as a line of its size: it
 * has no letters to be placed by. Throws on coordinates that are not finite.
 *
 * @example
 * place(layout, 100, 40, { across: 'center', down: 'alphabetic', angle: 90 })
 * @see `placementOf` for where it would stand
 */
export function place(
  shown: Layout,
  x: number,
  y: number,
  anchor?: Anchor,
  options?: { readonly id?: string },
): TextItem
export function place(
  shown: Drawing,
  x: number,
  y: number,
  anchor?: Anchor,
  options?: { readonly id?: string },
): GroupItem
export function place(
  shown: Layout | Drawing,
  x: number,
  y: number,
  anchor?: Anchor,
  options?: { readonly id?: string },
): TextItem | GroupItem
export function place(
  shown: Layout | Drawing,
  x: number,
  y: number,
  anchor: Anchor = {},
  options: { readonly id?: string } = {},
): TextItem | GroupItem {
  checkOptions('place', options, { id: aString })
  if (shown?.kind === 'drawing') {
    if (!isDrawing(shown)) {
      fail('bad-drawing', 'the drawing that is placed is data, not made by the library')
    }
    checkAnchor('place', anchor)
    const matrix = matrixFor(drawingPoint(shown, anchor), x, y, anchor)
    const { items, title, language } = shown
    const { id } = options
    return {
      kind: 'group',
      matrix,
      ...(title !== undefined && { title }),
      ...(language !== undefined && { language }),
      ...(id !== undefined && { id }),
      items,
    }
  }
  checkLayout('place', shown)
  checkAnchor('place', anchor)
  const { id } = options
  const matrix = placingMatrix(shown, x, y, anchor)
  return { kind: 'text', layout: shown, matrix, ...(id !== undefined && { id }) }
}

/** Invalid values are reported where they are read. */
function checkAnchor(owner: string, anchor: Anchor) {
  checkOptions(owner, anchor, {
    across: anything,
    down: anything,
    of: anything,
    by: anything,
    angle: anything,
  })
}

/** The anchor of a drawing, by its edges or those of what it paints. */
function drawingPoint(shown: Drawing, anchor: Anchor): readonly [across: number, down: number] {
  const { across = 'left', down = 'top', of = 'all' } = anchor
  linesOf([], of)
  const box = (isByInk(anchor) ? inkBoxOf(shown.items) : undefined) ?? shown.box
  return [box.x + box.width * fractionOf(across, undefined), edgeDown(box, down, ' of a drawing')]
}

/**
 * Where `place` would put a layout. Throws as `place` does.
 *
 * @param x X of the anchor, in units.
 * @param y Y of the anchor, in units.
 * @returns The matrix, and the boxes of frame and ink after placing.
 * @example
 * const { inkBox } = placementOf(layout, 24, 150, { across: 'center' })
 */
export function placementOf(layout: Layout, x: number, y: number, anchor: Anchor = {}): Placement {
  checkLayout('placementOf', layout)
  checkAnchor('placementOf', anchor)
  const matrix = placingMatrix(layout, x, y, anchor)
  const inkBox = inkBoxOf([{ kind: 'text', layout, matrix }])
  return { matrix, bounds: mappedBox(matrix, bounds(layout)), inkBox }
}

/** Check of an argument: a result of `placementOf`. */
const aPlacement = being(
  'a placement, which placement() gives',
  value =>
    isObject(value) && isObject(value.matrix) && Object.values(value.matrix).every(Number.isFinite),
)

/** Maps a point to the coordinates of a placed layout, for `hitTest`. Throws `bad-coordinate`. */
export function pointInLayout(
  placed: Placement,
  x: number,
  y: number,
): readonly [x: number, y: number] {
  checkArgument('pointInLayout', 'placement', placed, aPlacement)
  const { matrix } = placed
  checkFinite('a point', { x, y })
  const back = inverse(matrix)
  return back ? mapped(back, x, y) : [x, y]
}

function placingMatrix(layout: Layout, x: number, y: number, anchor: Anchor): Matrix {
  return matrixFor(anchorPoint(layout, anchor), x, y, anchor)
}

function matrixFor(
  [across, down]: readonly [number, number],
  x: number,
  y: number,
  { angle = 0 }: Anchor,
): Matrix {
  checkFinite('a placed layout', { x, y, angle })
  const shift = { ...identity, dx: x - across, dy: y - down }
  return angle % 360 === 0 ? shift : product(turning(angle, x, y), shift)
}

/** The point of the anchor in the layout's frame. */
function anchorPoint(layout: Layout, anchor: Anchor): readonly [across: number, down: number] {
  const { across = 'left', down = 'top', of = 'all' } = anchor
  const lines = linesOf(layout.lines, of)
  const box =
    (isByInk(anchor) ? inkBoxOf(lineItems(layout, lines)) : undefined) ?? edges(layout, lines, of)
  const isSideways = isVertical(layout.writingMode)
  const first = lines[0]
  return [
    box.x + box.width * fractionOf(across, isSideways ? undefined : first),
    isSideways ? edgeDown(box, down, ' of vertical text') : depthOf(box, first, down),
  ]
}

function isByInk({ by = 'line' }: Anchor): boolean {
  if (by !== 'line' && by !== 'ink') badAnchor('by', by, ['line', 'ink'])
  return by === 'ink'
}

/** The box of some lines' edges; all of the frame for all of them. */
function edges(
  { width, height, writingMode }: Layout,
  lines: readonly Line[],
  of: NonNullable<Anchor['of']>,
): Box {
  const [first] = lines
  if (!first || of === 'all') return { x: 0, y: 0, width, height }
  const { top, height: own } = first
  if (!isVertical(writingMode)) return { x: 0, y: top, width, height: own }
  const x = writingMode === 'sideways-lr' ? top : width - top - own
  return { x, y: 0, width: own, height }
}

function linesOf(lines: readonly Line[], of: NonNullable<Anchor['of']>): readonly Line[] {
  if (of === 'all') return lines
  if (of === 'first') return lines.slice(0, 1)
  if (of === 'last') return lines.slice(-1)
  return badAnchor('of', of, ['first', 'last', 'all'])
}

const fractions = { left: 0, start: 0, center: 0.5, end: 1, right: 1 }

/** The fraction of the width from the left. */
function fractionOf(across: NonNullable<Anchor['across']>, line: Line | undefined): number {
  const fraction =
    typeof across === 'number' ? across : Object.hasOwn(fractions, across) ? fractions[across] : NaN
  if (!Number.isFinite(fraction)) {
    badAnchor('across', across, [...Object.keys(fractions), 'a fraction of the width'])
  }
  const isTurned = (across === 'start' || across === 'end') && line?.level === 1
  return isTurned ? 1 - fraction : fraction
}

function depthOf(box: Box, line: Line | undefined, down: NonNullable<Anchor['down']>): number {
  const baseline = line?.baseline ?? box.y
  switch (down) {
    case 'alphabetic':
      return baseline
    case 'cap':
      return baseline - letterHeight(line, 'capHeight')
    case 'ex':
      return baseline - letterHeight(line, 'xHeight')
    default:
      return edgeDown(box, down, '', ['cap', 'ex', 'alphabetic'])
  }
}

/**
 * Lines that stand on end have a top, a middle and a bottom; the edges of their letters are not
 * down.
 */
function edgeDown(
  box: Box,
  down: NonNullable<Anchor['down']>,
  of: string,
  others: readonly string[] = [],
): number {
  if (down === 'top') return box.y
  if (down === 'center') return box.y + box.height / 2
  if (down === 'bottom') return box.y + box.height
  return badAnchor('down', down, ['top', 'center', 'bottom', ...others], of)
}

function badAnchor(name: string, value: unknown, choices: readonly string[], of = ''): never {
  const message = `${described(value)} is not a valid value for '${name}' in the anchor${of}`
  return fail('bad-anchor', message, { hint: `expected one of ${choices.join(', ')}` })
}

/** The height of letters of a line's first text. */
function letterHeight(line: Line | undefined, height: 'capHeight' | 'xHeight'): number {
  const run = line?.runs.find(r => !r.box)
  if (!run) return 0
  const { metrics } = faceOf(run)
  return metrics[height] * unitScale({ metrics }, run.style.size) + run.rise
}
