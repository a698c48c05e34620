/**
 * What labels must not touch, found by place: a grid whose cells list what reaches into them.
 * Boxes, circles and straight lines, each by four or five numbers.
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

/** A grid of cells about as large as what is put into it. */
export function obstacleGrid(cellWidth: number, cellHeight: number): Obstacles {
  const kinds: number[] = []
  const numbers: number[] = []
  const there: boolean[] = []
  const cells = new Map<number, number[]>()
  // Each question looks at an obstacle once, however many cells it covers.
  const seen: number[] = []
  const owners: (Owner | undefined)[] = []
  let question = 0
  const column = (x: number) => clamped(Math.floor(x / cellWidth))
  const row = (y: number) => clamped(Math.floor(y / cellHeight))

  function put(index: number, left: number, top: number, right: number, bottom: number) {
    const [lastColumn, lastRow] = [column(right), row(bottom)]
    for (let c = column(left); c <= lastColumn; c++) {
      for (let r = row(top); r <= lastRow; r++) {
        const key = c * stride + r
        const cell = cells.get(key)
        if (cell) cell.push(index)
        else cells.set(key, [index])
      }
    }
  }
  function add(
    kind: number,
    owner: Owner | undefined,
    of: readonly [number, number, number, number, number],
  ) {
    const index = kinds.length
    kinds.push(kind)
    owners.push(owner)
    numbers.push(...of)
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
  /** Asks of each obstacle near a box, once. */
  function firstNear(
    left: number,
    top: number,
    right: number,
    bottom: number,
    ignored: number,
    isHit: (kind: number, at: number) => boolean,
  ): number {
    question++
    const [lastColumn, lastRow] = [column(right), row(bottom)]
    for (let c = column(left); c <= lastColumn; c++) {
      for (let r = row(top); r <= lastRow; r++) {
        const cell = cells.get(c * stride + r)
        if (!cell) continue
        for (const index of cell) {
          if (seen[index] === question) continue
          seen[index] = question
          if (there[index] && !owners[index]?.has(ignored) && isHit(kinds[index], index * 5))
            return index
        }
      }
    }
    return -1
  }

  return {
    addBox(left, top, right, bottom, owner?: Owner) {
      const index = add(box, owner, [left, top, right, bottom, 0])
      put(index, left, top, right, bottom)
      return index
    },
    addCircle(x, y, radius, owner?: Owner) {
      const index = add(circle, owner, [x, y, radius, 0, 0])
      put(index, x - radius, y - radius, x + radius, y + radius)
      return index
    },
    addLine(x1, y1, x2, y2, half, owner?: Owner) {
      const index = add(line, owner, [x1, y1, x2, y2, half])
      putLine(index, x1, y1, x2, y2, half)
      return index
    },
    setThere(index, isThere) {
      there[index] = isThere
    },
    hitByBox(left, top, right, bottom, ignored = -1) {
      return firstNear(left, top, right, bottom, ignored, (kind, at) => {
        const [a, b, c] = [numbers[at], numbers[at + 1], numbers[at + 2]]
        if (kind === box) return left < c && right > a && top < numbers[at + 3] && bottom > b
        if (kind === circle) {
          const dx = a - Math.max(left, Math.min(a, right))
          const dy = b - Math.max(top, Math.min(b, bottom))
          return dx * dx + dy * dy < c * c
        }
        const [d, half] = [numbers[at + 3], numbers[at + 4]]
        return lineMeetsBox(a, b, c, d, left - half, top - half, right + half, bottom + half)
      })
    },
    hitByLine(x1, y1, x2, y2) {
      const [left, right] = x1 < x2 ? [x1, x2] : [x2, x1]
      const [top, bottom] = y1 < y2 ? [y1, y2] : [y2, y1]
      return firstNear(left, top, right, bottom, -1, (kind, at) => {
        const [a, b, c, d] = [numbers[at], numbers[at + 1], numbers[at + 2], numbers[at + 3]]
        if (kind === box) return lineMeetsBox(x1, y1, x2, y2, a, b, c, d)
        return kind === line && linesCross(x1, y1, x2, y2, a, b, c, d)
      })
    },
  }
}

const stride = 1 << 20
/** What lies far outside of a drawing is one cell. */
const clamped = (cell: number) => Math.max(-1000, Math.min(cell, 1_000_000))
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
  let [from, to] = [0, 1]
  for (const [start, change, low, high] of [
    [x1, x2 - x1, left, right],
    [y1, y2 - y1, top, bottom],
  ]) {
    if (change === 0) {
      if (start <= low || start >= high) return false
      continue
    }
    const [a, b] = [(low - start) / change, (high - start) / change]
    from = Math.max(from, Math.min(a, b))
    to = Math.min(to, Math.max(a, b))
    if (from >= to) return false
  }
  return true
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
