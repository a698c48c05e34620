/**
 * Closed contours as the outline of all that they fill (nonzero, as fonts are): what lies within
 * another contour is gone, and where two cross they are one. Points are put onto a grid, on which
 * all that is asked of their places has an exact answer.
 *
 * For two squares that overlap, `0,0 4,0 4,4 0,4` and `2,2 6,2 6,6 2,6`: their sides are divided
 * where they cross, at `4,2` and `2,4`; of each part it is known how often what lies on either side
 * of it is filled; those with nothing on one side are chained into one contour of eight corners.
 * Undefined where nothing overlaps.
 */
export function unionContours(
  contours: readonly ArrayLike<number>[],
  grid: number,
): Float64Array[] | undefined {
  const sides = sidesOf(contours, grid)
  const parts = dividedSides(sides)
  const whole = summed(parts)
  const { beside } = bandsOf(whole)
  const kept = whole.filter(side => keepsNothing(side, beside(side)))
  if (parts.length === sides.length && kept.length === sides.length) return undefined
  return chained(kept).map(ring => Float64Array.from(ring, n => n * grid))
}

/** A side between two points of the grid, and how many contours run along it this way more than back. */
interface Side {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  turns: number
  /** Whether what is filled lies on its left. */
  isTurned?: boolean
}

function sidesOf(contours: readonly ArrayLike<number>[], grid: number): Side[] {
  const sides: Side[] = []
  for (const contour of contours) {
    const count = contour.length
    if (count < 6) continue
    let [x1, y1] = [Math.round(contour[count - 2] / grid), Math.round(contour[count - 1] / grid)]
    for (let i = 0; i < count; i += 2) {
      const [x2, y2] = [Math.round(contour[i] / grid), Math.round(contour[i + 1] / grid)]
      if (x1 !== x2 || y1 !== y2) sides.push({ x1, y1, x2, y2, turns: 1 })
      ;[x1, y1] = [x2, y2]
    }
  }
  return sides
}

/** Points on the grid make new crossings of what is divided at them: so often is that looked for. */
const mostRounds = 6

/** Sides that meet in nothing but their ends. */
function dividedSides(given: readonly Side[]): readonly Side[] {
  let sides = given
  for (let round = 0; round < mostRounds; round++) {
    const cuts = crossings(sides)
    if (cuts.size === 0) break
    sides = sides.flatMap((side, i) => {
      const own = cuts.get(i)
      return own ? dividedAt(side, own) : [side]
    })
  }
  return sides
}

type Point = readonly [x: number, y: number]

/** For each side, the points within it at which another meets it. */
function crossings(sides: readonly Side[]): ReadonlyMap<number, Point[]> {
  const cuts = new Map<number, Point[]>()
  const cut = (index: number, x: number, y: number) => {
    const { x1, y1, x2, y2 } = sides[index]
    if ((x === x1 && y === y1) || (x === x2 && y === y2)) return
    const own = cuts.get(index)
    if (own) own.push([x, y])
    else cuts.set(index, [[x, y]])
  }
  const order = sides
    .map((side, index) => ({ index, left: Math.min(side.x1, side.x2) }))
    .sort((a, b) => a.left - b.left)
  let open: number[] = []
  for (const { index, left } of order) {
    open = open.filter(other => Math.max(sides[other].x1, sides[other].x2) >= left)
    for (const other of open) meet(sides, index, other, cut)
    open.push(index)
  }
  return cuts
}

function meet(
  sides: readonly Side[],
  i: number,
  j: number,
  cut: (index: number, x: number, y: number) => void,
) {
  const [a, b] = [sides[i], sides[j]]
  if (Math.max(a.y1, a.y2) < Math.min(b.y1, b.y2)) return
  if (Math.max(b.y1, b.y2) < Math.min(a.y1, a.y2)) return
  const [b1, b2] = [turn(a, b.x1, b.y1), turn(a, b.x2, b.y2)]
  const [a1, a2] = [turn(b, a.x1, a.y1), turn(b, a.x2, a.y2)]
  // An end that lies on the other side divides that, also where both run along one line.
  if (b1 === 0 && isBetween(a, b.x1, b.y1)) cut(i, b.x1, b.y1)
  if (b2 === 0 && isBetween(a, b.x2, b.y2)) cut(i, b.x2, b.y2)
  if (a1 === 0 && isBetween(b, a.x1, a.y1)) cut(j, a.x1, a.y1)
  if (a2 === 0 && isBetween(b, a.x2, a.y2)) cut(j, a.x2, a.y2)
  if (b1 * b2 >= 0 || a1 * a2 >= 0) return
  const share = a1 / (a1 - a2)
  const x = Math.round(a.x1 + (a.x2 - a.x1) * share)
  const y = Math.round(a.y1 + (a.y2 - a.y1) * share)
  cut(i, x, y)
  cut(j, x, y)
}

/** Above 0 where a point lies on one hand of a side, below on the other: twice the area between them. */
const turn = ({ x1, y1, x2, y2 }: Side, x: number, y: number) =>
  (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)

const isBetween = ({ x1, y1, x2, y2 }: Side, x: number, y: number) =>
  Math.min(x1, x2) <= x && x <= Math.max(x1, x2) && Math.min(y1, y2) <= y && y <= Math.max(y1, y2)

function dividedAt({ x1, y1, x2, y2, turns }: Side, points: readonly Point[]): Side[] {
  const along = ([x, y]: Point) => (x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)
  const stops: Point[] = [[x1, y1], ...points.toSorted((a, b) => along(a) - along(b)), [x2, y2]]
  const parts: Side[] = []
  for (let i = 1; i < stops.length; i++) {
    const [[fromX, fromY], [toX, toY]] = [stops[i - 1], stops[i]]
    if (fromX !== toX || fromY !== toY)
      parts.push({ x1: fromX, y1: fromY, x2: toX, y2: toY, turns })
  }
  return parts
}

/** Merges coincident sides; sides that cancel out are dropped. */
function summed(sides: readonly Side[]): Side[] {
  const all = new Map<string, Side>()
  for (const { x1, y1, x2, y2, turns } of sides) {
    const isForward = x1 < x2 || (x1 === x2 && y1 < y2)
    const key = isForward ? `${x1},${y1},${x2},${y2}` : `${x2},${y2},${x1},${y1}`
    const known = all.get(key)
    if (known) known.turns += isForward ? turns : -turns
    else
      all.set(
        key,
        isForward ? { x1, y1, x2, y2, turns } : { x1: x2, y1: y2, x2: x1, y2: y1, turns: -turns },
      )
  }
  return [...all.values()].filter(({ turns }) => turns !== 0)
}

/**
 * Sides by where they stand across a ray, in bands. Rays run down the page, and lean a little: letters
 * have sides that are upright and level, and few that lean so, of which all sides are asked.
 */
function bandsOf(sides: readonly Side[]): { readonly beside: (side: Side) => readonly Side[] } {
  let [least, extent] = [Infinity, 1]
  for (const side of sides) {
    least = Math.min(least, acrossStart(side), acrossEnd(side))
    extent += Math.abs(acrossEnd(side) - acrossStart(side))
  }
  const height = Math.max(1, (2 * extent) / Math.max(1, sides.length))
  const bandOf = (across: number) => Math.floor((across - least) / height)
  const bands = new Map<number, Side[]>()
  for (const side of sides) {
    const [from, to] = [bandOf(acrossStart(side)), bandOf(acrossEnd(side))]
    for (let band = Math.min(from, to); band <= Math.max(from, to); band++) {
      const own = bands.get(band)
      if (own) own.push(side)
      else bands.set(band, [side])
    }
  }
  return {
    beside(side) {
      const [start, end] = [acrossStart(side), acrossEnd(side)]
      return start === end ? sides : (bands.get(bandOf((start + end) / 2)) ?? [])
    },
  }
}

const across = (x: number, y: number) => 7 * x + 3 * y
const acrossStart = ({ x1, y1 }: Side) => across(x1, y1)
const acrossEnd = ({ x2, y2 }: Side) => across(x2, y2)

/** Whether nothing is filled on one side of a side, and something on the other; notes on which. */
function keepsNothing(side: Side, others: readonly Side[]): boolean {
  const [start, end] = [acrossStart(side), acrossEnd(side)]
  // A side along the ray is tested across it.
  const isAlong = start === end
  // From its middle, in halves.
  const [x, y] = [side.y1 + side.y2, start + end]
  let beyond = 0
  for (const other of others) {
    if (other === side) continue
    const [ax, ay] = [other.y1 * 2, acrossStart(other) * 2]
    const [bx, by] = [other.y2 * 2, acrossEnd(other) * 2]
    const [from, to, at] = isAlong ? [ax, bx, x] : [ay, by, y]
    if (from <= at === to <= at) continue
    const area = (bx - ax) * (y - ay) - (by - ay) * (x - ax)
    const isRising = from < to
    // Whether it lies on the way of the ray, and which way it crosses that.
    if (isAlong ? area > 0 === isRising : area > 0 !== isRising) {
      beyond += isRising ? other.turns : -other.turns
    }
  }
  // Its own turn lies between what is beyond it and what is behind it.
  const isRising = isAlong ? side.y1 < side.y2 : start < end
  const behind = beyond + (isRising ? side.turns : -side.turns)
  if ((beyond === 0) === (behind === 0)) return false
  const isFilledBeyond = beyond !== 0
  side.isTurned = isAlong ? isFilledBeyond !== isRising : isFilledBeyond === isRising
  return true
}

/** Sides one behind the other, what is filled always on the same hand. */
function chained(sides: readonly Side[]): number[][] {
  const starts = new Map<string, { toX: number; toY: number; isTaken: boolean }[]>()
  for (const { x1, y1, x2, y2, isTurned } of sides) {
    const [fromX, fromY, toX, toY] = isTurned ? [x2, y2, x1, y1] : [x1, y1, x2, y2]
    const key = `${fromX},${fromY}`
    const own = starts.get(key)
    const step = { toX, toY, isTaken: false }
    if (own) own.push(step)
    else starts.set(key, [step])
  }
  const rings: number[][] = []
  for (const first of starts.values()) {
    for (const start of first) {
      const ring: number[] = []
      let step: typeof start | undefined = start
      while (step && !step.isTaken) {
        step.isTaken = true
        ring.push(step.toX, step.toY)
        step = starts.get(`${step.toX},${step.toY}`)?.find(({ isTaken }) => !isTaken)
      }
      if (ring.length >= 6) rings.push(ring)
    }
  }
  return rings
}
