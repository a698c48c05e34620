import type { GlyphsItem } from '../../drawing/index.ts'

/** Glyphs `from` to before `to` show the characters `start` to before `end`; the pen is at `pen`. */
type VisitCluster = (from: number, to: number, start: number, end: number, pen: number) => void

/**
 * Visits the clusters of an item, glyphs in the order they stand in. A cluster whose glyphs are
 * not together shows its characters where it first comes up, and none after that.
 */
export function eachCluster({ glyphs, text }: GlyphsItem, visit: VisitCluster) {
  const { clusters, advances } = glyphs
  const count = clusters.length
  const endOf = clusterEnds(clusters, text.length)
  let pen = 0
  for (let from = 0; from < count; ) {
    const start = clusters[from]
    let to = from
    let advance = 0
    while (to < count && clusters[to] === start) advance += advances[to++]
    visit(from, to, start, endOf(from, to), pen)
    pen += advance
    from = to
  }
}

/** The ends of clusters' characters: each ends where the next in the text begins. */
function clusterEnds(clusters: Uint32Array, length: number): (from: number, to: number) => number {
  let [rises, falls] = [true, true]
  for (let i = 1; i < clusters.length; i++) {
    if (clusters[i] < clusters[i - 1]) rises = false
    else if (clusters[i] > clusters[i - 1]) falls = false
  }
  if (rises) return (_, to) => (to < clusters.length ? clusters[to] : length)
  if (falls) return from => (from > 0 ? clusters[from - 1] : length)
  const starts = [...new Set(clusters)].sort((a, b) => a - b)
  const endOf = new Map(starts.map((start, i) => [start, starts[i + 1] ?? length]))
  const seen = new Set<number>()
  return from => {
    const start = clusters[from]
    if (seen.has(start)) return start
    seen.add(start)
    return endOf.get(start) ?? start
  }
}
