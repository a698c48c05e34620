import type { Box } from '../core.ts'

/**
 * Areas that labels must not touch, found by position: a grid whose cells list the boxes, circles
 * and straight lines that reach into them, each as four or five numbers.
 */
export interface Obstacles {
  /** Adds a box and gives its index, by which it can be taken away and put back. */
  addBox(left: number, top: number, right: number, bottom: number, owner?: Owner): number
  addCircle(x: number, y: number, radius: number, owner?: Owner): number
  addLine(x1: number, y1: number, x2: number, y2: number, half: number, owner?: Owner): number
  setThere(index: number, isThere: boolean): void
  /** The index of an obstacle that a box touches, none of the owner that is ignored; -1 for none. */
  hitByBox(left: number, top: number, right: number, bottom: number, ignored?: number): number
  /** The index of a box or line that a line crosses; -1 for none. */
  hitByLine(x1: number, y1: number, x2: number, y2: number): number
}

/** Those who do not mind an obstacle. */
export type Owner = ReadonlySet<number>

const [box, circle, line] = [0, 1, 2]

/** More cells than this cost more to make than they save. */
const mostCells = 1 << 16

/** A grid over a box, of cells about as large as what is put into it; what is beyond is in those at its edges. */
export function obstacleGrid(within: Box, width: number, height: number): Obstacles {
  const wanted = (within.width / width + 1) * (within.height / height + 1)
  const coarser = Math.max(1, Math.sqrt(wanted / mostCells))
  const [cellWidth, cellHeight] = [width * coarser, height * coarser]
  const columns = Math.floor(within.width / cellWidth) + 1
  const rows = Math.floor(within.height / cellHeight) + 1
  const kinds: number[] = []
  const numbers: number[] = []
  const there: boolean[] = []
  const owners: (Owner | undefined)[] = []
  // The last entry of each cell, and for each entry the one before it: lists without objects.
  const last = new Int32Array(columns * rows).fill(-1)
  const before: number[] = []
  const entries: number[] = []
  // Each question looks at an obstacle once, however many cells it covers.
  const seen: number[] = []
  let question = 0
  const column = (x: number) =>
    Math.max(0, Math.min(Math.floor((x - within.x) / cellWidth), columns - 1))
  const row = (y: number) =>
    Math.max(0, Math.min(Math.floor((y - within.y) / cellHeight), rows - 1))

  function put(index: number, left: number, top: number, right: number, bottom: number) {
    const lastColumn = column(right)
    const lastRow = row(bottom)
    for (let c = column(left); c <= lastColumn; c++) {
      for (let r = row(top); r <= lastRow; r++) {
        const cell = c * rows + r
        before.push(last[cell])
        last[cell] = entries.push(index) - 1
      }
    }
  }
  function add(
    kind: number,
    owner: Owner | undefined,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
  ) {
    const index = kinds.length
    kinds.push(kind)
    owners.push(owner)
    numbers.push(a, b, c, d, e)
    there.push(true)
    seen.push(0)
    return index
  }
  /** A long line reaches into few of the cells of its box. */
  function putLine(index: number, x1: number, y1: number, x2: number, y2: number, half: number) {
    const steps = Math.max(
      1,
      Math.ceil(Math.abs(x2 - x1) / cellWidth),
      Math.ceil(Math.abs(y2 - y1) / cellHeight),
    )
    const bounded = Math.min(steps, mostSteps)
    let [x, y] = [x1, y1]
    for (let i = 1; i <= bounded; i++) {
      const [nx, ny] = [x1 + ((x2 - x1) * i) / bounded, y1 + ((y2 - y1) * i) / bounded]
      put(
        index,
        Math.min(x, nx) - half,
        Math.min(y, ny) - half,
        Math.max(x, nx) + half,
        Math.max(y, ny) + half,
      )
      ;[x, y] = [nx, ny]
    }
  }
  /** The first obstacle near a box that it touches, or that a line across it crosses. */
  function firstHit(
    left: number,
    top: number,
    right: number,
    bottom: number,
    ignored: number,
    crossed: CrossingLine | undefined,
  ): number {
    question++
    const lastColumn = column(right)
    const lastRow = row(bottom)
    for (let c = column(left); c <= lastColumn; c++) {
      for (let r = row(top); r <= lastRow; r++) {
        for (let entry = last[c * rows + r]; entry >= 0; entry = before[entry]) {
          const index = entries[entry]
          if (seen[index] === question) continue
          seen[index] = question
          if (!there[index] || (ignored >= 0 && owners[index]?.has(ignored))) continue
          const isHit = crossed
            ? isCrossed(index, crossed)
            : isTouched(index, left, top, right, bottom)
          if (isHit) return index
        }
      }
    }
    return -1
  }
  function isTouched(index: number, left: number, top: number, right: number, bottom: number) {
    const at = index * 5
    const a = numbers[at]
    const b = numbers[at + 1]
    const c = numbers[at + 2]
    if (kinds[index] === box) return left < c && right > a && top < numbers[at + 3] && bottom > b
    if (kinds[index] === circle) {
      const dx = a - Math.max(left, Math.min(a, right))
      const dy = b - Math.max(top, Math.min(b, bottom))
      return dx * dx + dy * dy < c * c
    }
    const half = numbers[at + 4]
    const d = numbers[at + 3]
    return lineMeetsBox(a, b, c, d, left - half, top - half, right + half, bottom + half)
  }
  function isCrossed(index: number, { x1, y1, x2, y2 }: CrossingLine) {
    const at = index * 5
    const a = numbers[at]
    const b = numbers[at + 1]
    const c = numbers[at + 2]
    const d = numbers[at + 3]
    if (kinds[index] === box) return lineMeetsBox(x1, y1, x2, y2, a, b, c, d)
    return kinds[index] === line && linesCross(x1, y1, x2, y2, a, b, c, d)
  }

  return {
    addBox(left, top, right, bottom, owner) {
      const index = add(box, owner, left, top, right, bottom, 0)
      put(index, left, top, right, bottom)
      return index
    },
    addCircle(x, y, radius, owner) {
      const index = add(circle, owner, x, y, radius, 0, 0)
      put(index, x - radius, y - radius, x + radius, y + radius)
      return index
    },
    addLine(x1, y1, x2, y2, half, owner) {
      const index = add(line, owner, x1, y1, x2, y2, half)
      putLine(index, x1, y1, x2, y2, half)
      return index
    },
    setThere(index, isThere) {
      there[index] = isThere
    },
    hitByBox(left, top, right, bottom, ignored = -1) {
      return firstHit(left, top, right, bottom, ignored, undefined)
    },
    hitByLine(x1, y1, x2, y2) {
      const left = Math.min(x1, x2)
      const top = Math.min(y1, y2)
      return firstHit(left, top, Math.max(x1, x2), Math.max(y1, y2), -1, { x1, y1, x2, y2 })
    },
  }
}

interface CrossingLine {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

const mostSteps = 10_000

/** Whether a straight line goes through a box: what is left of it between the box's edges. */
function lineMeetsBox(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  left: number,
  top: number,
  right: number,
  bottom: number,
): boolean {
  // The part that remains after each pair of edges (Liang and Barsky).
  const [dx, dy] = [x2 - x1, y2 - y1]
  let [from, to] = [0, 1]
  if (dx === 0) {
    if (x1 <= left || x1 >= right) return false
  } else {
    const [a, b] = [(left - x1) / dx, (right - x1) / dx]
    from = Math.max(from, Math.min(a, b))
    to = Math.min(to, Math.max(a, b))
  }
  if (dy === 0) {
    if (y1 <= top || y1 >= bottom) return false
  } else {
    const [a, b] = [(top - y1) / dy, (bottom - y1) / dy]
    from = Math.max(from, Math.min(a, b))
    to = Math.min(to, Math.max(a, b))
  }
  return from < to
}

/** Whether two straight lines cross; lines that end at one point do not. */
function linesCross(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px)
  const one = side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy)
  const other = side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by)
  return one < 0 && other < 0
}
