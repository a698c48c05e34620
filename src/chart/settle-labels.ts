import { type Box, type Layout, place } from '../core.ts'
import { mappedBox } from '../geometry/index.ts'
import {
  type LabelPlace,
  type LabelSize,
  newSpot,
  placeOfSpot,
  placesOf,
  pointSpots,
  type Spot,
} from './label-places.ts'
import type { LabelTarget } from './label-targets.ts'
import type { Obstacles } from './obstacles.ts'
import { piecesOf } from './pieces.ts'

/** A label on its way to a place. */
export interface Work {
  readonly label: { readonly at: LabelTarget }
  readonly index: number
  readonly layout: Layout
  readonly box: Box
  readonly size: LabelSize
  readonly before: number | undefined
  /** Its place, and the index of that place among the obstacles. */
  found?:
    | { readonly choice: number; readonly place: LabelPlace; readonly obstacles: readonly number[] }
    | undefined
}

/** The area that labels are placed in, and what is there already. */
export interface Field {
  readonly grid: Obstacles
  readonly within: Box
  /** The label whose place an obstacle is, by the obstacle's index. */
  readonly labels: Map<number, Work>
}

/** All places of a label, the best first. */
function* allPlaces({ label, layout, size, box }: Work): Generator<LabelPlace> {
  const { at } = label
  if (at.kind !== 'places') return yield* placesOf(at, size)
  for (const { x, y, anchor } of at.places) {
    const { matrix } = place(layout, x, y, anchor)
    const { x: left, y: top } = mappedBox(matrix, box)
    yield { left, top, pieces: piecesOf(box, matrix) }
  }
}

/** Gives a label the place where it was, or the best that is free. */
export function settle(work: Work, field: Field): boolean {
  const { at } = work.label
  const { before = 0 } = work
  if (at.kind === 'point') return settleAtPoint(work, at, before, field)
  let choice = 0
  let best: readonly [number, LabelPlace] | undefined
  for (const place of allPlaces(work)) {
    const isBefore = choice === before
    if (choice > before && best) break
    if ((isBefore || !best) && isFree(work, place, field)) {
      best = [choice, place]
      if (isBefore) break
    }
    choice++
  }
  if (!best) return false
  take(work, best[0], best[1], field)
  return true
}

/** Tries the places around a point in the same way; there may be dozens. */
function settleAtPoint(
  work: Work,
  at: Extract<LabelTarget, { kind: 'point' }>,
  before: number,
  field: Field,
): boolean {
  const { size } = work
  const spot = newSpot()
  const spots = pointSpots(at, size)
  const takeSpot = (choice: number) => {
    take(work, choice, placeOfSpot(spot), field)
    return true
  }
  if (before > 0 && spots(before, spot) && isSpotFree(size, spot, field)) {
    return takeSpot(before)
  }
  for (let choice = 0; spots(choice, spot); choice++) {
    if (isSpotFree(size, spot, field)) return takeSpot(choice)
  }
  return false
}

function isSpotFree(
  { width, height, gap }: LabelSize,
  { left, top, hasLeader, fromX, fromY, toX, toY }: Spot,
  { grid, within }: Field,
): boolean {
  const right = left + width
  const bottom = top + height
  if (!isWithin(left, top, right, bottom, within)) return false
  if (grid.hitByBox(left - gap, top - gap, right + gap, bottom + gap) >= 0) return false
  return !hasLeader || grid.hitByLine(fromX, fromY, toX, toY) < 0
}

const isWithin = (left: number, top: number, right: number, bottom: number, box: Box) =>
  left >= box.x - edge &&
  top >= box.y - edge &&
  right <= box.x + box.width + edge &&
  bottom <= box.y + box.height + edge

/** The boxes that a label covers at a place. */
const covered = ({ size }: Work, { left, top, pieces }: LabelPlace): readonly Box[] =>
  pieces ?? [{ x: left, y: top, width: size.width, height: size.height }]

/** Whether nothing else is where a label would be, and where its leader line would run. */
function isFree(work: Work, place: LabelPlace, field: Field): boolean {
  return blockerOf(work, place, field) === free
}

const [free, outside] = [-1, -2]

/** The obstacle of a place: its index, or that the place is outside. */
function blockerOf(work: Work, place: LabelPlace, { grid, within }: Field): number {
  const { gap } = work.size
  const ownIndex = place.isInside ? work.index : undefined
  for (const { x, y, width, height } of covered(work, place)) {
    if (!isWithin(x, y, x + width, y + height, within)) return outside
    const hit = grid.hitByBox(x - gap, y - gap, x + width + gap, y + height + gap, ownIndex)
    if (hit >= 0) return hit
  }
  if (!place.leader) return free
  const [[x1, y1], [x2, y2]] = place.leader
  return grid.hitByLine(x1, y1, x2, y2)
}

/** Tolerance for sums of numbers, in units. */
const edge = 1e-6

function take(work: Work, choice: number, place: LabelPlace, { grid, labels }: Field) {
  const obstacles: number[] = []
  const { left, top, pieces, leader } = place
  const { width, height } = work.size
  if (!pieces) obstacles.push(grid.addBox(left, top, left + width, top + height))
  else
    for (const { x, y, width, height } of pieces) {
      obstacles.push(grid.addBox(x, y, x + width, y + height))
    }
  if (leader) obstacles.push(grid.addLine(...leader[0], ...leader[1], 0.5))
  for (const index of obstacles) labels.set(index, work)
  work.found = { choice, place, obstacles }
}

/** Moves one other label out of the way of one that has found no place. */
export function makeRoom(work: Work, field: Field) {
  const { grid, labels } = field
  let choice = 0
  for (const place of allPlaces(work)) {
    if (choice >= mostTries) return
    const other = labels.get(blockerOf(work, place, field))
    const found = other?.found
    if (other && found) {
      for (const index of found.obstacles) grid.setThere(index, false)
      if (isFree(work, place, field)) {
        take(work, choice, place, field)
        if (settle(other, field)) return
        for (const index of work.found?.obstacles ?? []) grid.setThere(index, false)
        work.found = undefined
      }
      for (const index of found.obstacles) grid.setThere(index, true)
    }
    choice++
  }
}

/** So many places of a label are worth moving another one for. */
const mostTries = 12
