/** A crossing of a contour with a height, and its direction: 1 where y grows, -1 where it falls. */
interface Crossing {
  readonly x: number
  readonly turn: 1 | -1
}

/** The crossings of closed contours, x and y in turn, with a height, from left to right. */
export function crossingsAt(contours: readonly Float64Array[], height: number): Crossing[] {
  const crossings: Crossing[] = []
  for (const points of contours) {
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length
      const [y1, y2] = [points[i + 1], points[next + 1]]
      if (y1 <= height === y2 <= height) continue
      const share = (height - y1) / (y2 - y1)
      crossings.push({ x: points[i] + (points[next] - points[i]) * share, turn: y1 < y2 ? 1 : -1 })
    }
  }
  return crossings.sort((a, b) => a.x - b.x)
}
