import { type Matrix, outlineFromPathData, polylines } from '../geometry/index.ts'
import { checkLayout, type Layout, type Line, lettersOf } from '../layout/index.ts'
import {
  aNumber,
  being,
  checkArguments,
  checkOptions,
  fail,
  isObject,
  oneOf,
  type Problem,
  warningProblem,
} from '../problem/index.ts'
import { letterItem } from './arrange-letters.ts'
import type { GroupItem, Item } from './drawing.ts'
import { inkBox } from './layout-boxes.ts'
import { rangeText } from './layout-text.ts'

/** A circle that text runs along. */
export interface CircleLine {
  /** To the right, in units. */
  readonly x: number
  /** Downward, in units. */
  readonly y: number
  /** Radius, in units. */
  readonly radius: number
}

/** Options of `textAlong`. */
export interface TextAlongOptions {
  /**
   * Position of the text. On a path: a share of its length from 0 to 1, default 0.5. On a circle:
   * degrees, counter-clockwise from the right, default 90, the top.
   */
  readonly at?: number
  /** The point of the text at that position. Default: `center`. */
  readonly across?: 'start' | 'center' | 'end'
  /** Side of a circle's line. Default: `outside`. */
  readonly side?: 'outside' | 'inside'
  /** On a circle: whether letters point outward or to the center. Default: upright, so outward in the upper half. */
  readonly facing?: 'outward' | 'inward'
  /** Distance between letters and line, in units. Default: 0. On a path, the distance above it. */
  readonly gap?: number
}

/** A text along a line, with its problems. */
export interface CurvedText {
  /** The item to draw. */
  readonly item: GroupItem
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/** The middle of a letter, and its direction as a unit vector. */
interface Stand {
  readonly x: number
  readonly y: number
  readonly dx: number
  readonly dy: number
}

const aCircle = being(
  'SVG path data, or a circle: { x, y, radius }',
  value =>
    typeof value === 'string' ||
    (isObject(value) &&
      ['x', 'y', 'radius'].every(name => Number.isFinite(value[name])) &&
      Number(value.radius) > 0),
)

/**
 * The letters of a layout's first line along a curve or circle, each rotated to the line. Screen
 * readers read the text. Letters of joined scripts stay joined, and bend as one. Throws
 * `bad-path-data`, and `bad-layout` for vertical text.
 *
 * @param layout A layout; its first line is used.
 * @param along SVG path data, or a circle.
 * @returns The item to draw, and problems such as `path-too-short`.
 * @example
 * textAlong(layout, { x: 60, y: 60, radius: 44 }, { side: 'outside' }).item
 */
export function textAlong(
  layout: Layout,
  along: string | CircleLine,
  options: TextAlongOptions = {},
): CurvedText {
  checkLayout('textAlong', layout)
  checkArguments('textAlong', ['along', along, aCircle])
  checkOptions('textAlong', options, {
    at: aNumber,
    across: oneOf('start', 'center', 'end'),
    side: oneOf('outside', 'inside'),
    facing: oneOf('outward', 'inward'),
    gap: aNumber,
  })
  if (layout.writingMode !== 'horizontal-tb') {
    fail('bad-layout', 'vertical text cannot run along a line')
  }
  const line = layout.lines[0]
  const run =
    typeof along === 'string' ? pathRun(along, options) : circleRun(layout, along, options)
  const start = startOf(line, options)
  let x = 0
  const turned = (line ? lettersOf(line) : []).map(letter => {
    x += letter.gap
    const { dx, dy, ...middle } = run.at(start + x + letter.width / 2)
    x += letter.width
    const matrix: Matrix = { xx: dx, yx: dy, xy: -dy, yy: dx, dx: middle.x, dy: middle.y }
    const items = [letterItem(letter, -letter.width / 2, 0)]
    return { start: letter.start, item: { kind: 'group', matrix, items } as const }
  })
  // In the order of the text: that is what is copied and read out.
  const items = turned.toSorted((a, b) => a.start - b.start).map(({ item }): Item => item)
  const problems: Problem[] = []
  const report = (message: string, hint: string) =>
    problems.push(warningProblem('path-too-short', message, { hint }))
  if (start < run.from - 1e-6 || start + x > run.to + 1e-6) {
    const hint = 'use a shorter text, a smaller size or a longer line'
    report('the text is longer than the line that it runs along', hint)
  }
  if (layout.lines.length > 1) {
    report('only the first line of the text runs along the line', 'set it without a width')
  }
  if (run.hasMore) {
    report('the text runs along the first stretch of the path only', 'give a path without gaps')
  }
  const label = line ? rangeText(layout, line.start, line.end).trimEnd() : ''
  return {
    item: { kind: 'group', ...(label !== '' && { label, role: 'img' }), items },
    problems: [...layout.problems, ...problems],
  }
}

/** The left edge of a line, relative to its anchor point. */
function startOf(line: Line | undefined, { across = 'center' }: TextAlongOptions): number {
  const width = line?.width ?? 0
  if (across === 'center') return -width / 2
  const isRight = (across === 'end') !== (line?.level === 1)
  return isRight ? -width : 0
}

interface Run {
  /** The start of the path relative to the anchor point; its end is `to`. */
  readonly from: number
  readonly to: number
  /** Whether it goes on somewhere else, behind a gap. */
  readonly hasMore: boolean
  at(along: number): Stand
}

function circleRun(
  layout: Layout,
  { x, y, radius }: CircleLine,
  { at = 90, side = 'outside', facing: asked, gap = 0 }: TextAlongOptions,
): Run {
  const middle = (-at * Math.PI) / 180
  const isUpper = Math.sin(middle) <= 1e-9
  const facing = asked ?? (isUpper ? 'outward' : 'inward')
  const line = layout.lines[0]
  const ink = inkBox(layout)
  const ascent = line && ink ? line.baseline - ink.y : 0
  const descent = line && ink ? ink.y + ink.height - line.baseline : 0
  // The edge of the letters that is next to the circle.
  const isOut = side === 'outside'
  const reach = isOut === (facing === 'outward') ? descent : ascent
  const own = Math.max(1e-6, isOut ? radius + gap + reach : radius - gap - reach)
  const turn = facing === 'outward' ? 1 : -1
  return {
    from: -Math.PI * own,
    to: Math.PI * own,
    hasMore: false,
    at(along) {
      const angle = middle + (turn * along) / own
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      return { x: x + own * cos, y: y + own * sin, dx: -sin * turn, dy: cos * turn }
    },
  }
}

function pathRun(data: string, { at = 0.5, gap = 0 }: TextAlongOptions): Run {
  const read = outlineFromPathData(data)
  if ('at' in read) {
    return fail(
      'bad-path-data',
      `path data is not valid at ${read.at}: '${data.slice(read.at, read.at + 12)}'`,
    )
  }
  // Points alone are no line.
  const stretches = polylines(read.outline, { tolerance: 0.05 }).filter(({ length }) => length > 2)
  const [points = []] = stretches
  const lengths = [0]
  for (let i = 2; i + 1 < points.length; i += 2) {
    const step = Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1])
    lengths.push(lengths[lengths.length - 1] + step)
  }
  const whole = lengths[lengths.length - 1]
  if (!(whole > 0) || !Number.isFinite(whole)) {
    return fail('bad-path-data', 'the line that text runs along has no length')
  }
  const origin = at * whole
  return {
    from: -origin,
    to: whole - origin,
    hasMore: stretches.length > 1,
    at(along) {
      const goal = origin + along
      let [low, high] = [1, lengths.length - 1]
      while (low < high) {
        const mid = (low + high) >> 1
        if (lengths[mid] < goal) low = mid + 1
        else high = mid
      }
      // Points that are one have no direction.
      while (low > 1 && lengths[low] === lengths[low - 1]) low--
      const [ax, ay, bx, by] = points.slice(low * 2 - 2, low * 2 + 2)
      const length = lengths[low] - lengths[low - 1]
      const [dx, dy] = [(bx - ax) / length, (by - ay) / length]
      const share = goal - lengths[low - 1]
      return { x: ax + dx * share + dy * gap, y: ay + dy * share - dx * gap, dx, dy }
    },
  }
}
