import { mapped } from '../../geometry/index.ts'
import { checkArgument, described, fail, oneOf } from '../../problem/index.ts'
import type { Layout, Line } from '../layout.ts'
import { flowMatrix } from '../measure/flow.ts'
import { indexAt } from '../measure/index-at.ts'
import { type Cell, lineCells } from './cells.ts'
import { checkLayout } from './check-layout.ts'

/**
 * The neighbor that a caret belongs to. Where a line wraps or the direction changes, the end of one
 * character and the start of the next are two places.
 */
export type Affinity = 'before' | 'after'

/** A place where text can be inserted. */
export interface Caret {
  /** Offset in the layout's text, at the edge of a grapheme. */
  readonly offset: number
  /** The character that the caret belongs to: the one before, or the one after. */
  readonly affinity: Affinity
  /** Index of its line. */
  readonly line: number
  /** Top of the caret in the frame: the top of the line box. */
  readonly from: readonly [x: number, y: number]
  /** Bottom of the caret in the frame, in units. */
  readonly to: readonly [x: number, y: number]
  /** The direction of the text it belongs to. */
  readonly direction: 'ltr' | 'rtl'
}

const lineEnds = /[\v\f\u0085\u2028]/

/**
 * The caret at an offset of the layout's text. An offset inside a grapheme counts as its start; an
 * offset in truncated text as the point of truncation. Throws `bad-offset`.
 *
 * @param offset Offset in the layout's text.
 * @param affinity The character it belongs to. Default: `after`.
 * @throws `bad-offset`
 * @example
 * caretAt(layout, hit.offset, hit.affinity)
 */
export function caretAt(layout: Layout, offset: number, affinity: Affinity = 'after'): Caret {
  checkLayout('caretAt', layout)
  checkArgument('caretAt', 'affinity', affinity, oneOf('before', 'after'))
  const { text, lines, cut } = layout
  if (!(Number.isInteger(offset) && offset >= 0 && offset <= text.length)) {
    fail(
      'bad-offset',
      `an offset in this text must be a whole number from 0 to ${text.length}, not ${described(offset)}`,
    )
  }
  const shown = cut && offset > cut.start && offset < cut.end ? cut.start : offset
  const index = lineIndexAt(layout, shown, affinity)
  const line = lines[index]
  const cells = lineCells(layout, line)
  const at = cells.find(cell => shown > cell.start && shown < cell.end)?.start ?? shown
  const place = placeIn(cells, line, at, affinity)
  const matrix = flowMatrix(layout)
  return {
    offset: at,
    affinity: place.affinity,
    line: index,
    from: mapped(matrix, place.x, line.top),
    to: mapped(matrix, place.x, line.top + line.height),
    direction: place.level % 2 === 1 ? 'rtl' : 'ltr',
  }
}

/** The line that an offset stands on; where one wraps into the next, by affinity. */
export function lineIndexAt({ lines, text }: Layout, offset: number, affinity: Affinity): number {
  const last = indexAt(lines, offset)
  const wraps = last > 0 && lines[last].start === offset && lines[last - 1].end === offset
  const isForced = wraps && lineEnds.test(text[offset - 1])
  return wraps && affinity === 'before' && !isForced ? last - 1 : last
}

interface CaretPosition {
  readonly x: number
  readonly level: number
  readonly affinity: Affinity
}

/** By the neighbor it belongs to, or else by the other; beside the last one before it, or at the line's start. */
function placeIn(
  cells: readonly Cell[],
  line: Line,
  offset: number,
  affinity: Affinity,
): CaretPosition {
  const after = () => cells.find(cell => cell.start === offset && cell.end > offset)
  const before = () => cells.find(cell => cell.end === offset && cell.start < offset)
  const wanted = affinity === 'after' ? after() : before()
  if (wanted) return edgeOf(wanted, affinity)
  const other = affinity === 'after' ? before() : after()
  if (other) return edgeOf(other, affinity === 'after' ? 'before' : 'after')
  let nearest: Cell | undefined
  for (const cell of cells) {
    if (cell.end <= offset && cell.start < cell.end && (!nearest || cell.end > nearest.end)) {
      nearest = cell
    }
  }
  if (nearest) return edgeOf(nearest, 'before')
  const isLeftward = line.level % 2 === 1
  return { x: isLeftward ? line.x + line.width : line.x, level: line.level, affinity: 'after' }
}

/** The edge of a grapheme that its start, or its end, is at. */
function edgeOf({ left, right, level }: Cell, affinity: Affinity): CaretPosition {
  const isLeftward = level % 2 === 1
  return { x: (affinity === 'after') === isLeftward ? right : left, level, affinity }
}
