import type { Box } from '../core.ts'
import type { LabelTarget, Point, Side } from './label-targets.ts'

/** A place that a label may have: where the top left of its box goes. */
export interface LabelPlace {
  readonly left: number
  readonly top: number
  /** From the mark to the label, where that is not beside it. */
  readonly leader?: readonly [Point, Point]
  /** It stands on its own mark. */
  readonly isInside?: true
  /** The boxes that a rotated label covers. */
  readonly pieces?: readonly Box[]
}

/** The size of a label, and its distance from marks. */
export interface LabelSize {
  readonly width: number
  readonly height: number
  readonly gap: number
}

const allSides: readonly Side[] = [
  'top',
  'right',
  'bottom',
  'left',
  'top-right',
  'bottom-right',
  'top-left',
  'bottom-left',
]

/** The direction of each side: across, and down. */
const directions: Readonly<Record<Side, Point>> = {
  top: [0, -1],
  bottom: [0, 1],
  left: [-1, 0],
  right: [1, 0],
  'top-left': [-0.7, -0.7],
  'top-right': [0.7, -0.7],
  'bottom-left': [-0.7, 0.7],
  'bottom-right': [0.7, 0.7],
}

export const sideNames: readonly string[] = allSides

/** So many rings of places about a point, each of so many. */
const [rings, ringPlaces] = [6, 12]

/** The places of a label one by one, the best first. Those of `places` are the caller's own. */
export function* placesOf(
  target: Exclude<LabelTarget, { kind: 'places' }>,
  size: LabelSize,
): Generator<LabelPlace> {
  switch (target.kind) {
    case 'point':
      return yield* aroundPoint(target, size)
    case 'bar':
      return yield* atBar(target, size)
    case 'slice':
      return yield* atSlice(target, size)
    case 'line-end':
      return yield* atLineEnd(target, size)
    case 'area':
      return yield* inArea(target, size)
  }
}

type PointTarget = Extract<LabelTarget, { kind: 'point' }>

/**
 * A place about a point as numbers, for the many that are tried in vain: the top left of the box,
 * and from where to where a leader line runs.
 */
export interface Spot {
  left: number
  top: number
  hasLeader: boolean
  fromX: number
  fromY: number
  toX: number
  toY: number
}

export const newSpot = (): Spot => {
  return { left: 0, top: 0, hasLeader: false, fromX: 0, fromY: 0, toX: 0, toY: 0 }
}

/** Cosines and sines of a ring: upward and to the right first, then to both sides in turn. */
const ringTurns = Array.from({ length: ringPlaces }, (_, i): Point => {
  const turn = (i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2)
  const angle = -Math.PI / 3 + (turn * 2 * Math.PI) / ringPlaces
  return [Math.cos(angle), Math.sin(angle)]
})

/** Writes the place of an index into a spot; false behind the last. */
type Spots = (index: number, spot: Spot) => boolean

/** The places about a point: beside it, and then on rings farther off. */
export function pointSpots(
  { x, y, radius = 0, sides = allSides, reach }: PointTarget,
  { width, height, gap }: LabelSize,
): Spots {
  const away = radius + gap
  const far = reach ?? height * 6
  const beside = sides.length
  const count = far > 0 ? beside + rings * ringPlaces : beside
  return (index, spot) => {
    if (index >= count) return false
    if (index < beside) {
      const [across, down] = directions[sides[index]]
      spot.left = x + across * away + (Math.sign(across) - 1) * (width / 2)
      spot.top = y + down * away + (Math.sign(down) - 1) * (height / 2)
      spot.hasLeader = false
      return true
    }
    const [across, down] = ringTurns[(index - beside) % ringPlaces]
    const distance = away + (far * (1 + Math.floor((index - beside) / ringPlaces))) / rings
    const left = x + across * (distance + width / 2) - width / 2
    const top = y + down * (distance + height / 2) - height / 2
    const isBeside = x < left || x > left + width
    spot.left = left
    spot.top = top
    spot.hasLeader = true
    spot.fromX = x + across * radius
    spot.fromY = y + down * radius
    const nearX = Math.max(left, Math.min(x, left + width))
    spot.toX = isBeside ? (x < left ? left : left + width) : nearX
    spot.toY = isBeside ? top + height / 2 : y < top ? top : top + height
    return true
  }
}

export function placeOfSpot({ left, top, hasLeader, fromX, fromY, toX, toY }: Spot): LabelPlace {
  if (!hasLeader) return { left, top }
  return {
    left,
    top,
    leader: [
      [fromX, fromY],
      [toX, toY],
    ],
  }
}

function* aroundPoint(target: PointTarget, size: LabelSize): Generator<LabelPlace> {
  const spot = newSpot()
  const spots = pointSpots(target, size)
  for (let i = 0; spots(i, spot); i++) yield placeOfSpot(spot)
}

/** The point of a box's edge that a leader comes to: in the middle of a side, or at a corner. */
function nearestOf(
  left: number,
  top: number,
  width: number,
  height: number,
  x: number,
  y: number,
): Point {
  const isBeside = x < left || x > left + width
  if (isBeside) return [x < left ? left : left + width, top + height / 2]
  return [Math.max(left, Math.min(x, left + width)), y < top ? top : top + height]
}

function* atBar(
  { box, toward, prefer = 'outside' }: Extract<LabelTarget, { kind: 'bar' }>,
  size: LabelSize,
): Generator<LabelPlace> {
  const { width, height, gap } = size
  const isUpright = toward === 'top' || toward === 'bottom'
  const sign = toward === 'top' || toward === 'left' ? -1 : 1
  const [start, length] = isUpright ? [box.y, box.height] : [box.x, box.width]
  const labelLength = isUpright ? height : width
  const end = sign < 0 ? start : start + length
  const at = (along: number): Omit<LabelPlace, 'isInside'> =>
    isUpright
      ? { left: box.x + (box.width - width) / 2, top: along }
      : { left: along, top: box.y + (box.height - height) / 2 }
  const outside = at(sign < 0 ? end - gap - labelLength : end + gap)
  const fits =
    length >= labelLength + 2 * gap && (isUpright ? box.width >= width : box.height >= height)
  const inside = { ...at(sign < 0 ? end + gap : end - gap - labelLength), isInside: true } as const
  const middle = { ...at(start + (length - labelLength) / 2), isInside: true } as const
  if (prefer !== 'outside' && fits) yield prefer === 'center' ? middle : inside
  yield outside
  // Wider than its bar it may lean to one side, where a neighbor is lower.
  if (isUpright && width > box.width) {
    yield { left: box.x + gap, top: outside.top }
    yield { left: box.x + box.width - gap - width, top: outside.top }
  }
  if (!fits) return
  yield inside
  yield middle
}

function* atSlice(
  target: Extract<LabelTarget, { kind: 'slice' }>,
  size: LabelSize,
): Generator<LabelPlace> {
  const { x, y, innerRadius = 0, radius, from, to, prefer = 'inside' } = target
  const { width, height, gap } = size
  const angle = (-(from + to) / 2 / 180) * Math.PI
  const [across, down] = [Math.cos(angle), Math.sin(angle)]
  const mid = innerRadius > 0 ? (innerRadius + radius) / 2 : radius * 0.62
  const inside: LabelPlace = {
    left: x + across * mid - width / 2,
    top: y + down * mid - height / 2,
    isInside: true,
  }
  const fits = boxInSlice(inside.left, inside.top, size, target)
  if (prefer === 'inside' && fits) yield inside
  const boxAt = (distance: number, shift: number): readonly [left: number, top: number] => {
    const [px, py] = [x + across * distance, y + down * distance + shift * height]
    // Above and below the ring it is centered, at its sides it begins where the ring ends.
    const share = Math.abs(across) < 0.25 ? 0.5 : across < 0 ? 1 : 0
    return [px - share * width, py - height / 2 + (down * height) / 2]
  }
  const start: Point = [x + across * radius, y + down * radius]
  // Beyond its edge: near, and then with a leader, farther out and up and down.
  yield clearOf(target, size, boxAt)
  for (const [out, shift] of outward) {
    const [left, top] = boxAt(radius + gap + out * height, shift)
    yield { left, top, leader: [start, nearestOf(left, top, width, height, start[0], start[1])] }
  }
  if (prefer === 'outside' && fits) yield inside
}

/** As near to a ring as a label may stand: a corner of its box is nearer than where it is put. */
function clearOf(
  { x, y, radius }: Extract<LabelTarget, { kind: 'slice' }>,
  { width, height, gap }: LabelSize,
  boxAt: (distance: number, shift: number) => readonly [left: number, top: number],
): LabelPlace {
  let distance = radius + gap
  for (let i = 0; ; i++) {
    const [left, top] = boxAt(distance, 0)
    const dx = Math.max(left - gap - x, 0, x - left - width - gap)
    const dy = Math.max(top - gap - y, 0, y - top - height - gap)
    const lack = radius - Math.hypot(dx, dy)
    if (lack < 0 || i === mostSteps) return { left, top }
    distance += lack + 0.1
  }
}

/** Each step comes nearer by about a half; a tenth of a unit is near enough. */
const mostSteps = 8

/** Offsets to try, outward and up and down, in heights of the label. */
const outward: readonly Point[] = [
  [0.6, 0],
  ...[1, -1, 2, -2, 3, -3].flatMap(shift => [[0.6, shift] as const, [1.5, shift] as const]),
]

/** Whether a box lies in its part of the ring: all corners do, and the middle of its sides. */
function boxInSlice(
  left: number,
  top: number,
  { width, height }: LabelSize,
  { x, y, innerRadius = 0, radius, from, to }: Extract<LabelTarget, { kind: 'slice' }>,
): boolean {
  const span = to - from
  for (let i = 0; i <= 4; i++) {
    for (let j = 0; j <= 4; j++) {
      if (i % 4 !== 0 && j % 4 !== 0) continue
      const [px, py] = [left + (width * i) / 4 - x, top + (height * j) / 4 - y]
      const distance = Math.hypot(px, py)
      if (distance > radius - 1 || distance < innerRadius + 1) return false
      const angle = (Math.atan2(-py, px) * 180) / Math.PI
      const turn = (((angle - Math.min(from, to)) % 360) + 360) % 360
      if (turn > Math.abs(span)) return false
    }
  }
  return true
}

function* atLineEnd(
  { x, y, toward = 'right', reach }: Extract<LabelTarget, { kind: 'line-end' }>,
  { width, height, gap }: LabelSize,
): Generator<LabelPlace> {
  const sign = toward === 'right' ? 1 : -1
  const far = reach ?? height * 6
  const step = height / 4
  for (let i = 0; i * step <= far * 2; i++) {
    const shift = (i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * step
    const isMoved = Math.abs(shift) > height / 4 + 1e-9
    const edge = x + sign * (isMoved ? gap * 3 : gap)
    const left = sign > 0 ? edge : edge - width
    const top = y + shift - height / 2
    if (!isMoved) yield { left, top }
    else
      yield {
        left,
        top,
        leader: [
          [x + sign, y],
          [edge - sign, y + shift],
        ],
      }
  }
}

/** So many places across are tried in an area. */
const mostMiddles = 64

/** Where an area is widest from edge to edge, a label of it fits best. */
function* inArea(
  { upper, lower }: Extract<LabelTarget, { kind: 'area' }>,
  { width, height, gap }: LabelSize,
): Generator<LabelPlace> {
  const places: { readonly place: LabelPlace; readonly room: number }[] = []
  const every = Math.ceil(upper.length / mostMiddles)
  for (let i = 0; i < upper.length; i += every) {
    const middle = upper[i][0]
    const [left, right] = [middle - width / 2, middle + width / 2]
    let [top, bottom] = [-Infinity, Infinity]
    let [reachLeft, reachRight] = [false, false]
    for (let j = 0; j < upper.length; j++) {
      const at = upper[j][0]
      if (at <= left) reachLeft = true
      if (at >= right) reachRight = true
      const isNear =
        (upper[Math.min(j + 1, upper.length - 1)][0] >= left && at <= right) ||
        (upper[Math.max(j - 1, 0)][0] <= right && at >= left)
      if (!isNear) continue
      top = Math.max(top, upper[j][1])
      bottom = Math.min(bottom, lower[j][1])
    }
    const room = bottom - top
    if (!reachLeft || !reachRight || room < height + 2 * gap) continue
    places.push({ place: { left, top: (top + bottom - height) / 2, isInside: true }, room })
  }
  for (const { place } of places.toSorted((a, b) => b.room - a.room).slice(0, 12)) yield place
}
