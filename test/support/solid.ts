type PointIds = Map<number, Map<number, Map<number, number>>>
const mostPoints = 1 << 24

/** What is wrong with a solid: edges that are not in two triangles, and what it holds. */
export function checkedSolid(stl: Uint8Array) {
  const view = new DataView(stl.buffer, stl.byteOffset, stl.length)
  const count = view.getUint32(80, true)
  /** Points by their coordinates, one after the other: numbers are found faster than texts. */
  const points: PointIds = new Map()
  const edges = new Map<number, number>()
  let ids = 0
  const idOf = ([x, y, z]: readonly number[]) => {
    const ofX = points.get(x) ?? new Map<number, Map<number, number>>()
    points.set(x, ofX)
    const ofY = ofX.get(y) ?? new Map<number, number>()
    ofX.set(y, ofY)
    const id = ofY.get(z) ?? ids++
    ofY.set(z, id)
    return id
  }
  let volume = 0
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [0, 1, 2].map(corner =>
      [0, 1, 2].map(n => view.getFloat32(84 + i * 50 + 12 + corner * 12 + n * 4, true)),
    )
    const [first, second, third] = [idOf(a), idOf(b), idOf(c)]
    for (const [from, to] of [
      [first, second],
      [second, third],
      [third, first],
    ]) {
      const side = from * mostPoints + to
      edges.set(side, (edges.get(side) ?? 0) + 1)
    }
    low = Math.min(low, a[2], b[2], c[2])
    high = Math.max(high, a[2], b[2], c[2])
    volume +=
      (a[0] * (b[1] * c[2] - b[2] * c[1]) -
        a[1] * (b[0] * c[2] - b[2] * c[0]) +
        a[2] * (b[0] * c[1] - b[1] * c[0])) /
      6
  }
  // In one triangle an edge goes one way, in one other back: more of them are no solid either.
  const open = [...edges].filter(([side, count]) => {
    const back = (side % mostPoints) * mostPoints + Math.floor(side / mostPoints)
    return count !== 1 || edges.get(back) !== 1
  }).length
  return { count, open, volume, low, high }
}
