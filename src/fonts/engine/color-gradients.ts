import type { Extents } from '../../geometry/index.ts'
import { inverse, type Matrix, mapped, mappedOutline, polygon } from '../../geometry/index.ts'
import { hexBytes } from '../../notation/index.ts'
import type { ColorPart, ColorStop, Paint } from '../color-glyph.ts'

/** The colors beyond a gradient's ends (`hb_paint_extend_t`). */
export type Extend = 'pad' | 'repeat' | 'reflect'

export interface ColorLine {
  readonly stops: readonly ColorStop[]
  readonly extend: Extend
}

type Point = readonly [x: number, y: number]
type Circle = readonly [x: number, y: number, radius: number]

/** A repeated gradient has no more turns than can be told apart. */
const mostTurns = 64

/**
 * The paint of a linear gradient (COLR `PaintLinearGradient`): `p2` turns the line from `p0` to
 * `p1`. One over no distance paints nothing, as the format says.
 */
export function linearPaint(
  line: ColorLine,
  p0: Point,
  p1: Point,
  p2: Point,
  matrix: Matrix,
  shape: Extents | undefined,
): Paint | undefined {
  const to = straightened(p0, p1, p2)
  if (!to) return undefined
  const [dx, dy] = [to[0] - p0[0], to[1] - p0[1]]
  const square = dx * dx + dy * dy
  const back = inverse(matrix)
  if (!back) return undefined
  const places = cornersOf(shape).map(([x, y]) => {
    const [ux, uy] = mapped(back, x, y)
    return ((ux - p0[0]) * dx + (uy - p0[1]) * dy) / square
  })
  const { stops, start, end } = unrolled(line, Math.min(...places), Math.max(...places))
  const at = (t: number): Point => [p0[0] + dx * t, p0[1] + dy * t]
  return { kind: 'linear', from: at(start), to: at(end), stops, matrix }
}

/** `p1` moved along the line of one color that runs through it, to where the gradient is upright. */
function straightened(p0: Point, p1: Point, p2: Point): Point | undefined {
  const [qx, qy] = [p2[0] - p0[0], p2[1] - p0[1]]
  const square = qx * qx + qy * qy
  const [dx, dy] = [p1[0] - p0[0], p1[1] - p0[1]]
  if (square === 0) return undefined
  const share = (dx * qx + dy * qy) / square
  const to: Point = [p1[0] - qx * share, p1[1] - qy * share]
  return Math.hypot(to[0] - p0[0], to[1] - p0[1]) < 1e-6 ? undefined : to
}

/** The paint of a gradient between two circles (COLR `PaintRadialGradient`), the smaller one first. */
export function radialPaint(
  line: ColorLine,
  from: Circle,
  to: Circle,
  matrix: Matrix,
  shape: Extents | undefined,
): Paint | undefined {
  if (from[2] > to[2]) return radialPaint(turned(line), to, from, matrix, shape)
  const back = inverse(matrix)
  if (!back) return undefined
  const far = cornersOf(shape).map(([x, y]) => {
    const [ux, uy] = mapped(back, x, y)
    return Math.hypot(ux - from[0], uy - from[1])
  })
  const growth = Math.abs(to[2] - from[2])
  if (growth === 0 && from[0] === to[0] && from[1] === to[1]) return undefined
  const reach = growth === 0 ? 1 : (Math.max(...far) + Math.max(from[2], to[2])) / growth
  const { stops, start, end } = unrolled(line, 0, reach)
  const at = (t: number): Circle => [
    from[0] + (to[0] - from[0]) * t,
    from[1] + (to[1] - from[1]) * t,
    Math.max(0, from[2] + (to[2] - from[2]) * t),
  ]
  return { kind: 'radial', from: at(start), to: at(end), stops, matrix }
}

/** The color line, reversed. */
function turned({ stops, extend }: ColorLine): ColorLine {
  const turnedStops = stops.map(stop => ({ ...stop, offset: 1 - stop.offset })).reverse()
  return { stops: turnedStops, extend }
}

/** Degrees of a wedge of one color: too narrow to be told from its neighbors. */
const wedge = 2

/**
 * A gradient around a point (COLR `PaintSweepGradient`) as wedges of one color each: vector formats
 * have none. Angles are radians, counter-clockwise from the x axis.
 */
export function sweepParts(
  line: ColorLine,
  center: Point,
  startAngle: number,
  endAngle: number,
  matrix: Matrix,
  shape: Extents | undefined,
): readonly ColorPart[] {
  const back = inverse(matrix)
  if (!back || endAngle === startAngle) return []
  const corners = cornersOf(shape).map(([x, y]) => mapped(back, x, y))
  const reach =
    2 * Math.max(1, ...corners.map(([x, y]) => Math.hypot(x - center[0], y - center[1])))
  const count = 360 / wedge
  const step = (2 * Math.PI) / count
  const on = (angle: number) => [
    center[0] + reach * Math.cos(angle),
    center[1] + reach * Math.sin(angle),
  ]
  return Array.from({ length: count }, (_, i): ColorPart => {
    const angle = i * step
    const place = (angle + step / 2 - startAngle) / (endAngle - startAngle)
    // Each reaches a little under the next, so that no ground shows between them.
    const outline = polygon(...center, ...on(angle), ...on(angle + step * 1.5))
    const { color, opacity } = colorAt(line, place)
    return {
      kind: 'fill',
      outline: mappedOutline(matrix, outline),
      paint: { kind: 'solid', color, opacity },
    }
  })
}

function cornersOf(shape: Extents | undefined): readonly Point[] {
  if (!shape) return [[0, 0]]
  const { left, bottom, right, top } = shape
  return [
    [left, bottom],
    [right, bottom],
    [right, top],
    [left, top],
  ]
}

/**
 * Stops from 0 to 1 that show what is seen between the places `least` and `most`, where the line's
 * own stops go from 0 to 1; `start` and `end` are the places of the new first and last.
 */
function unrolled({ stops, extend }: ColorLine, least: number, most: number) {
  const first = stops[0].offset
  const length = stops[stops.length - 1].offset - first
  if (extend === 'pad' || length <= 0) {
    const end = length > 0 ? first + length : first + 1e-3
    return { stops: spread(stops, first, end), start: first, end }
  }
  const from = Math.floor((least - first) / length)
  const to = Math.min(from + mostTurns, Math.max(from + 1, Math.ceil((most - first) / length)))
  const turns: ColorStop[] = []
  for (let turn = from; turn < to; turn++) {
    const isBackward = extend === 'reflect' && turn % 2 !== 0
    const list = isBackward ? stops.toReversed() : stops
    for (const stop of list) {
      const within = isBackward ? first + length - stop.offset : stop.offset - first
      turns.push({ ...stop, offset: first + turn * length + within })
    }
  }
  const [start, end] = [first + from * length, first + to * length]
  return { stops: spread(turns, start, end), start, end }
}

/** Stops in between, where colors change together with opacity: COLR mixes them premultiplied. */
const samples = 6

function spread(stops: readonly ColorStop[], start: number, end: number): ColorStop[] {
  const spreadOut: ColorStop[] = []
  const place = (offset: number) => Math.min(1, Math.max(0, (offset - start) / (end - start)))
  stops.forEach((stop, i) => {
    const before = stops[i - 1]
    if (before && before.opacity !== stop.opacity && before.color !== stop.color) {
      for (let s = 1; s < samples; s++) {
        const share = s / samples
        const offset = before.offset + (stop.offset - before.offset) * share
        spreadOut.push({ ...mixed(before, stop, share), offset: place(offset) })
      }
    }
    spreadOut.push({ ...stop, offset: place(stop.offset) })
  })
  return spreadOut
}

function colorAt({ stops, extend }: ColorLine, place: number): ColorStop {
  const first = stops[0].offset
  const last = stops[stops.length - 1].offset
  const length = last - first
  let at = place
  if (length > 0 && extend !== 'pad') {
    const turns = (place - first) / length
    const turn = Math.floor(turns)
    const within = turns - turn
    at = first + length * (extend === 'reflect' && turn % 2 !== 0 ? 1 - within : within)
  }
  const next = stops.findIndex(stop => stop.offset >= at)
  if (next < 0) return stops[stops.length - 1]
  if (next === 0) return stops[0]
  const [a, b] = [stops[next - 1], stops[next]]
  return mixed(a, b, (at - a.offset) / (b.offset - a.offset))
}

function mixed(a: ColorStop, b: ColorStop, share: number): ColorStop {
  const opacity = a.opacity + (b.opacity - a.opacity) * share
  const channels = [1, 3, 5].map(i => {
    const [from, to] = [a, b].map(stop => Number.parseInt(stop.color.slice(i, i + 2), 16))
    const premultiplied = from * a.opacity * (1 - share) + to * b.opacity * share
    return Math.round(opacity === 0 ? from : premultiplied / opacity)
  })
  return { offset: a.offset, color: `#${hexBytes(channels)}`, opacity }
}
