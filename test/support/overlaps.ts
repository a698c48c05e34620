import type { Box, Item, Layout, TextItem } from 'dot-line'
import { inkBox } from 'dot-line'

type Corner = readonly [number, number]

/** A text of a drawing, and the corners of its ink as it stands. */
export interface Inked {
  readonly text: string
  readonly corners: readonly Corner[]
  readonly layout: Layout
}

/** The ink of all texts among items, each by its own four corners. */
export function inkedTexts(items: readonly Item[]): Inked[] {
  const found: Inked[] = []
  for (const item of items) {
    if (item.kind === 'group') {
      if (item.matrix) continue
      found.push(...inkedTexts(item.items))
    } else if (item.kind === 'text') {
      const one = inked(item)
      if (one) found.push(one)
    }
  }
  return found
}

export function inked({ layout, matrix }: TextItem): Inked | undefined {
  const ink = inkBox(layout)
  if (!ink) return undefined
  const { x, y, width, height } = ink
  const at = (px: number, py: number): Corner => [
    matrix.xx * px + matrix.xy * py + matrix.dx,
    matrix.yx * px + matrix.yy * py + matrix.dy,
  ]
  const corners = [at(x, y), at(x + width, y), at(x + width, y + height), at(x, y + height)]
  return { text: layout.text, corners, layout }
}

/** Whether two convex figures have more than an edge in common (separating axes). */
export function overlaps(a: readonly Corner[], b: readonly Corner[], slack = 0.01): boolean {
  for (const figure of [a, b]) {
    for (let i = 0; i < figure.length; i++) {
      const [x1, y1] = figure[i]
      const [x2, y2] = figure[(i + 1) % figure.length]
      const length = Math.hypot(x2 - x1, y2 - y1)
      if (length < 1e-9) continue
      const [nx, ny] = [(y1 - y2) / length, (x2 - x1) / length]
      const along = (corners: readonly Corner[]) => corners.map(([x, y]) => x * nx + y * ny)
      const [p, q] = [along(a), along(b)]
      if (Math.max(...p) <= Math.min(...q) + slack || Math.max(...q) <= Math.min(...p) + slack) {
        return false
      }
    }
  }
  return true
}

/** Pairs of texts that overlap, and texts that reach out of a box. */
export function faults(texts: readonly Inked[], box: Box): string[] {
  const found: string[] = []
  texts.forEach((one, i) => {
    const isInside = one.corners.every(
      ([x, y]) =>
        x >= box.x - 0.01 &&
        y >= box.y - 0.01 &&
        x <= box.x + box.width + 0.01 &&
        y <= box.y + box.height + 0.01,
    )
    if (!isInside) found.push(`'${one.text}' is clipped`)
    for (const other of texts.slice(i + 1)) {
      if (overlaps(one.corners, other.corners)) found.push(`'${one.text}' over '${other.text}'`)
    }
  })
  return found
}
