import { type Box, inverse, mapped, mappedBox } from '../../geometry/index.ts'
import { described, fail } from '../../problem/index.ts'
import type { GlyphRun, Layout, Line } from '../layout.ts'
import { flowMatrix } from '../measure/flow.ts'
import type { Affinity } from './carets.ts'
import { type Cell, cellsOfRun, lineCells } from './cells.ts'
import { checkLayout } from './check-layout.ts'

/** Result of `hitTest`. */
export interface Hit {
  /** Offset of the nearest caret in the layout's text. */
  readonly offset: number
  /** The character that the caret belongs to: the one before, or the one after. */
  readonly affinity: Affinity
  /** Index of the nearest line. */
  readonly line: number
  /** The text of one style that is there: undefined on a line without any. */
  readonly run: GlyphRun | undefined
  /** Whether the point is on the text, and not only near it. */
  readonly isOnText: boolean
  /** Address of its link. */
  readonly link: string | undefined
  /** A name for the program to act on. */
  readonly action: string | undefined
}

/**
 * The nearest caret to a point, and the text, link and action at the point. Coordinates are in
 * units from the top left of the frame. For a placed layout, map the point with `pointInLayout`
 * first. Throws `bad-coordinate`.
 *
 * @param x X in the layout's frame, in units.
 * @param y Y in the layout's frame, in units.
 * @returns Offset, affinity, line, run, link and action.
 * @throws `bad-coordinate`
 * @example
 * hitTest(layout, event.offsetX, event.offsetY).link
 */
export function hitTest(layout: Layout, x: number, y: number): Hit {
  checkLayout('hitTest', layout)
  if (!Number.isFinite(x) || !Number.isFinite(y)) {
    fail('bad-coordinate', `the point (${described(x)}, ${described(y)}) is not finite`)
  }
  const [along, across] = toFlow(layout, x, y)
  const index = nearestLine(layout, across)
  const line = layout.lines[index]
  const run = nearestRun(line, along)
  if (!run) {
    const { start } = line
    const nothing = { run: undefined, isOnText: false, link: undefined, action: undefined }
    return { offset: start, affinity: 'after', line: index, ...nothing }
  }
  const isOn = along >= run.x && along <= run.x + run.width
  const isOnText = isOn && across >= line.top && across <= line.top + line.height
  const cell = nearestCell(cellsOfRun(layout, line, run), along)
  const { link, action } = run
  return {
    ...caretIn(cell, along),
    line: index,
    run,
    isOnText,
    link: isOnText ? link : undefined,
    action: isOnText ? action : undefined,
  }
}

function toFlow(layout: Layout, x: number, y: number): readonly [along: number, across: number] {
  const matrix = inverse(flowMatrix(layout))
  return matrix ? mapped(matrix, x, y) : [x, y]
}

/** By bisection: lines stand below each other, or above each other in vertical text from left to right. */
function nearestLine({ lines }: Layout, across: number): number {
  const isUpward = lines.length > 1 && lines[1].top < lines[0].top
  let low = 0
  let high = lines.length - 1
  while (low < high) {
    const middle = (low + high) >> 1
    const { top, height } = lines[middle]
    const next = lines[middle + 1]
    // Half of what is between two lines belongs to each.
    const edge = isUpward ? (top + next.top + next.height) / 2 : (top + height + next.top) / 2
    if (isUpward ? across < edge : across > edge) low = middle + 1
    else high = middle
  }
  return low
}

const distance = (x: number, left: number, right: number) => Math.max(left - x, x - right, 0)

/** Marks and markers, which are of no text, are not looked at where there is other text. */
function nearestRun({ runs }: Line, x: number): GlyphRun | undefined {
  let nearest: GlyphRun | undefined
  for (const run of runs) {
    if (run.start === run.end && runs.some(other => other.end > other.start)) continue
    const own = distance(x, run.x, run.x + run.width)
    if (!nearest || own < distance(x, nearest.x, nearest.x + nearest.width)) nearest = run
  }
  return nearest
}

function nearestCell(cells: readonly Cell[], x: number): Cell {
  return cells.reduce((nearest, cell) =>
    distance(x, cell.left, cell.right) < distance(x, nearest.left, nearest.right) ? cell : nearest,
  )
}

/** Before a grapheme in its first half, and behind it in its second. */
function caretIn({ start, end, left, right, level }: Cell, x: number) {
  const isLeft = x < (left + right) / 2
  const isFirstHalf = level % 2 === 1 ? !isLeft : isLeft
  return isFirstHalf
    ? { offset: start, affinity: 'after' as const }
    : { offset: end, affinity: 'before' as const }
}

/** Beyond the text as well: what is there is nothing. */
const isOffset = (value: unknown) => typeof value === 'number' && !Number.isNaN(value)

/** Boxes that are nearer than this are joined. */
const touching = 1e-6

/**
 * The boxes around a stretch of the layout's text, as high as their lines. There is one for each
 * line, and more where the direction changes. Partial graphemes count as whole. Throws
 * `bad-offset`.
 *
 * @param start Start offset.
 * @param end End offset.
 * @returns Boxes in the layout's frame, in units.
 * @throws `bad-offset`
 */
export function rangeBoxes(layout: Layout, start: number, end: number): Box[] {
  checkLayout('rangeBoxes', layout)
  if (!isOffset(start) || !isOffset(end)) {
    const given = `${described(start)} and ${described(end)}`
    fail('bad-offset', `a range of text needs two offsets, not ${given}`)
  }
  const matrix = flowMatrix(layout)
  const boxes: Box[] = []
  for (const line of linesFrom(layout, start)) {
    if (line.start >= end) break
    const cells = lineCells(layout, line)
      .filter(cell => cell.start < end && cell.end > start && cell.right > cell.left)
      .sort((a, b) => a.left - b.left)
    let open: { left: number; right: number } | undefined
    const close = () => {
      if (!open) return
      const { left, right } = open
      const box = { x: left, y: line.top, width: right - left, height: line.height }
      boxes.push(mappedBox(matrix, box))
    }
    for (const { left, right } of cells) {
      if (open && left <= open.right + touching) open.right = Math.max(open.right, right)
      else {
        close()
        open = { left, right }
      }
    }
    close()
  }
  return boxes
}

/** The lines from the one that holds an offset on. */
function* linesFrom({ lines }: Layout, offset: number): Generator<Line> {
  let low = 0
  let high = lines.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (lines[middle].end <= offset) low = middle + 1
    else high = middle
  }
  for (let i = low; i < lines.length; i++) yield lines[i]
}
