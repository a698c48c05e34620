import { append } from '../blocks/index.ts'
import type { Face } from '../fonts/index.ts'
import { crossingsAt, flattened } from '../geometry/index.ts'

/** A stretch along a line. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/** The precision of curves, as a share of an em. */
const precision = 1 / 500

/** The ink of a glyph between two heights, in font units; undefined without ink there. */
export function inkBetween(face: Face, glyph: number, bottom: number, top: number): Stretch[] {
  const extents = face.extents(glyph)
  if (!extents || extents.bottom >= top || extents.top <= bottom) return []
  const how = { tolerance: face.metrics.unitsPerEm * precision }
  const edges: Stretch[] = []
  const contours = flattened(face.outline(glyph), how)
  for (const points of contours) {
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length
      const edge = clipped(points[i], points[i + 1], points[next], points[next + 1], bottom, top)
      if (edge) edges.push(edge)
    }
  }
  // Ink between two edges at one height counts as well.
  for (const height of [bottom, (bottom + top) / 2, top]) append(edges, inside(contours, height))
  return merged(edges)
}

/** The part of an edge between two heights, along the line. */
function clipped(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  bottom: number,
  top: number,
): Stretch | undefined {
  const [low, high] = [Math.min(y1, y2), Math.max(y1, y2)]
  if (high <= bottom || low >= top) return undefined
  const at = (y: number) => (y1 === y2 ? x1 : x1 + ((x2 - x1) * (y - y1)) / (y2 - y1))
  const xs = y1 === y2 ? [x1, x2] : [at(Math.max(low, bottom)), at(Math.min(high, top))]
  return { from: Math.min(...xs), to: Math.max(...xs) }
}

/** Stretches inside of contours at a height, by the nonzero rule. */
function inside(contours: readonly Float64Array[], height: number): Stretch[] {
  const crossings = crossingsAt(contours, height)
  const found: Stretch[] = []
  let winding = 0
  for (const [i, { x, turn }] of crossings.entries()) {
    if (winding !== 0) found.push({ from: crossings[i - 1].x, to: x })
    winding += turn
  }
  return found
}

/** Stretches in order, those that touch as one. */
export function merged(stretches: readonly Stretch[]): Stretch[] {
  const all: { from: number; to: number }[] = []
  for (const { from, to } of stretches.toSorted((a, b) => a.from - b.from)) {
    const last = all.at(-1)
    if (last && from <= last.to) last.to = Math.max(last.to, to)
    else all.push({ from, to })
  }
  return all
}

/** A stretch minus others, which are in order. */
export function without({ from, to }: Stretch, gaps: readonly Stretch[]): Stretch[] {
  const left: Stretch[] = []
  let at = from
  for (const gap of gaps) {
    if (gap.to <= at || gap.from >= to) continue
    if (gap.from > at) left.push({ from: at, to: gap.from })
    at = gap.to
  }
  if (at < to) left.push({ from: at, to })
  return left
}
