import { checkArgument, oneOf } from '../../problem/index.ts'
import type { WritingMode } from '../../sheet/index.ts'
import { wordAt } from '../../unicode/index.ts'
import type { Layout, Line } from '../layout.ts'
import { indexAt } from '../measure/index-at.ts'
import { type Affinity, type Caret, caretAt, lineIndexAt } from './carets.ts'
import { type Cell, lineCells } from './cells.ts'
import { checkLayout } from './check-layout.ts'

/**
 * A move of a caret: by a grapheme or word to the left or right, by a line up or down, or to an end
 * of the line, paragraph or text. In vertical text the arrows mean where they point.
 */
export type CaretMove =
  | 'left'
  | 'right'
  | 'up'
  | 'down'
  | 'word-left'
  | 'word-right'
  | 'line-start'
  | 'line-end'
  | 'paragraph-start'
  | 'paragraph-end'
  | 'text-start'
  | 'text-end'

const moves: readonly CaretMove[] = [
  'left',
  'right',
  'up',
  'down',
  'word-left',
  'word-right',
  'line-start',
  'line-end',
  'paragraph-start',
  'paragraph-end',
  'text-start',
  'text-end',
]

/** A caret as it is kept between moves. */
export interface CaretPlace {
  /** In UTF-16 code units. */
  readonly offset: number
  /** The character that the caret belongs to: the one before, or the one after. */
  readonly affinity: Affinity
  /** Position along the line before the caret moved over lines; it returns there. */
  readonly along?: number | undefined
}

/** The arrow keys of vertical text, where lines follow each other sideways. */
const turned: Readonly<
  Partial<Record<WritingMode, Readonly<Partial<Record<CaretMove, CaretMove>>>>>
> = {
  'vertical-rl': { up: 'left', down: 'right', left: 'down', right: 'up' },
  'vertical-lr': { up: 'left', down: 'right', left: 'up', right: 'down' },
  'sideways-rl': { up: 'left', down: 'right', left: 'down', right: 'up' },
  'sideways-lr': { up: 'right', down: 'left', left: 'up', right: 'down' },
}

/** Places along a line are sums; two that are as near are one. */
const near = 1e-6

/**
 * Moves a caret: visually to the left and right, also where the direction changes within a line;
 * from the end of a line to the next. A move that leads nowhere returns the same place. Pass
 * `along` back for the next move up or down.
 */
export function moveCaret(layout: Layout, from: CaretPlace, move: CaretMove): Caret & CaretPlace {
  checkLayout('moveCaret', layout)
  checkArgument('moveCaret', 'move', move, oneOf(...moves))
  const at = caretAt(layout, from.offset, from.affinity)
  const own = turned[layout.writingMode]?.[move] ?? move
  const line = layout.lines[at.line]
  const paragraph = layout.paragraphs[line.paragraph]
  const to = (offset: number, affinity: Affinity = 'after') => caretAt(layout, offset, affinity)
  switch (own) {
    case 'left':
    case 'right':
      return besides(layout, at, own)
    case 'up':
    case 'down':
      return overLines(layout, at, own, from.along)
    case 'word-left':
    case 'word-right': {
      const isForward = (own === 'word-right') === (paragraph.direction === 'ltr')
      return to(isForward ? wordEnd(layout, at.offset) : wordStart(layout, at.offset))
    }
    case 'line-start':
      return to(line.start)
    case 'line-end':
      return to(visibleEnd(layout, at.line), 'before')
    case 'paragraph-start':
      return to(paragraph.start)
    case 'paragraph-end':
      return to(paragraph.end, 'before')
    case 'text-start':
      return to(0)
    case 'text-end':
      return to(layout.text.length, 'before')
  }
}

/** The word at an offset, as two clicks choose it: offsets in the layout's text. */
export function wordRange(
  layout: Layout,
  offset: number,
): { readonly start: number; readonly end: number } {
  checkLayout('wordRange', layout)
  const { offset: at } = caretAt(layout, offset)
  const { start, end } = wordAt(layout.text, at)
  return { start, end }
}

/** The paragraph at an offset, as three clicks choose it. */
export function paragraphRange(
  layout: Layout,
  offset: number,
): { readonly start: number; readonly end: number } {
  checkLayout('paragraphRange', layout)
  const { offset: at } = caretAt(layout, offset)
  const { start, end } = layout.paragraphs[indexAt(layout.paragraphs, at)]
  return { start, end }
}

function wordEnd({ text }: Layout, offset: number): number {
  let at = offset
  while (at < text.length) {
    const { end, isWord } = wordAt(text, at)
    at = end
    if (isWord) break
  }
  return at
}

function wordStart({ text }: Layout, offset: number): number {
  let at = offset
  while (at > 0) {
    const { start, isWord } = wordAt(text, at - 1)
    at = start
    if (isWord) break
  }
  return at
}

/** Behind the last letter of a line that wraps: the spaces that hang there are seen by nobody. */
function visibleEnd({ text, lines }: Layout, index: number): number {
  const line = lines[index]
  const wraps = lines[index + 1]?.start === line.end
  if (!wraps) return line.end
  return line.start + text.slice(line.start, line.end).trimEnd().length
}

/** The position of a caret along its line. */
function placeAlong(layout: Layout, cells: readonly Cell[], at: Caret): number {
  const line = layout.lines[at.line]
  const own = (affinity: Affinity) =>
    affinity === 'after'
      ? cells.find(cell => cell.start === at.offset && cell.end > at.offset)
      : cells.find(cell => cell.end === at.offset && cell.start < at.offset)
  const cell = own(at.affinity)
  if (!cell) return line.level % 2 === 1 ? line.x + line.width : line.x
  return (at.affinity === 'after') === (cell.level % 2 === 1) ? cell.right : cell.left
}

/** By one grapheme to a side; behind the last of a line, to the line that is read before or after it. */
function besides(layout: Layout, at: Caret, side: 'left' | 'right'): Caret {
  const line = layout.lines[at.line]
  const cells = charactersOf(layout, line)
  const x = placeAlong(layout, cells, at)
  const beyond = cells.filter(cell =>
    side === 'right' ? cell.right > x + near : cell.left < x - near,
  )
  const next = beyond.reduce<Cell | undefined>((nearest, cell) => {
    if (!nearest) return cell
    const isNearer = side === 'right' ? cell.right < nearest.right : cell.left > nearest.left
    return isNearer ? cell : nearest
  }, undefined)
  const isForward = (side === 'right') === (line.level % 2 === 0)
  if (!next) return overEnd(layout, at, isForward)
  const isEnd = (side === 'right') === (next.level % 2 === 0)
  const offset = isEnd ? next.end : next.start
  // Where a line wraps its end is the start of the next, and only one of them is stopped at.
  const isWrap =
    isEnd && isForward && offset === line.end && layout.lines[at.line + 1]?.start === offset
  return caretAt(layout, offset, isEnd && !isWrap ? 'before' : 'after')
}

const charactersOf = (layout: Layout, line: Line) =>
  lineCells(layout, line).filter(cell => cell.end > cell.start && cell.right > cell.left)

function overEnd(layout: Layout, at: Caret, isForward: boolean): Caret {
  const { lines } = layout
  if (isForward) {
    const next = lines[at.line + 1]
    return next ? caretAt(layout, next.start) : caretAt(layout, at.offset, at.affinity)
  }
  const before = lines[at.line - 1]
  if (!before) return caretAt(layout, at.offset, at.affinity)
  const wraps = before.end === lines[at.line].start
  if (!wraps) return caretAt(layout, before.end, 'before')
  const last = charactersOf(layout, before).reduce<Cell | undefined>(
    (latest, cell) => (!latest || cell.start > latest.start ? cell : latest),
    undefined,
  )
  return caretAt(layout, last?.start ?? before.start)
}

function overLines(
  layout: Layout,
  at: Caret,
  way: 'up' | 'down',
  before: number | undefined,
): Caret & CaretPlace {
  const along = before ?? placeAlong(layout, charactersOf(layout, layout.lines[at.line]), at)
  const { lines } = layout
  const line = lines[at.line + (way === 'down' ? 1 : -1)]
  if (!line) {
    const edge =
      way === 'down'
        ? caretAt(layout, lines[at.line].end, 'before')
        : caretAt(layout, lines[at.line].start)
    return { ...edge, along }
  }
  const cells = charactersOf(layout, line)
  if (cells.length === 0) return { ...caretAt(layout, line.start), along }
  let nearest = cells[0]
  const distance = ({ left, right }: Cell) => Math.max(left - along, along - right, 0)
  for (const cell of cells) if (distance(cell) < distance(nearest)) nearest = cell
  const isLeft = along < (nearest.left + nearest.right) / 2
  const isStart = isLeft === (nearest.level % 2 === 0)
  const offset = isStart ? nearest.start : nearest.end
  const moved = caretAt(layout, offset, isStart ? 'after' : 'before')
  // The end of a line that wraps, where its last space hangs, is the start of the next.
  const index = lineIndexAt(layout, moved.offset, moved.affinity)
  return { ...(lines[index] === line ? moved : caretAt(layout, offset, 'before')), along }
}
