import { faceOf, unitScale } from '../../shaping/index.ts'
import { graphemes } from '../../unicode/index.ts'
import type { GlyphRun, Layout, Line } from '../layout.ts'

/** A grapheme's position on its line: offsets in the layout's text, coordinates along the line. */
export interface Cell {
  readonly start: number
  readonly end: number
  readonly left: number
  readonly right: number
  /** Embedding level; of odd ones the start is on the right. */
  readonly level: number
  readonly run: GlyphRun
}

/** The graphemes of a line where they stand, run by run; each run's from left to right. */
export function lineCells(layout: Layout, line: Line): Cell[] {
  const edges = graphemeEdges(layout, line)
  return line.runs.flatMap(run => runCells(run, line, edges))
}

/** The graphemes of one run. */
export function cellsOfRun(layout: Layout, line: Line, run: GlyphRun): Cell[] {
  return runCells(run, line, graphemeEdges(layout, line))
}

/** For each offset of a line, counted from its start, whether a caret may stand there. */
function graphemeEdges({ text }: Layout, { start, end }: Line): Uint8Array {
  const edges = new Uint8Array(end - start + 1)
  edges[0] = 1
  for (const edge of graphemes(text.slice(start, end))) edges[edge] = 1
  return edges
}

function runCells(run: GlyphRun, line: Line, edges: Uint8Array): Cell[] {
  const { start, end, x, width, level, style, glyphs } = run
  if (run.box || start === end || glyphs.glyphs.length === 0) {
    return [{ start, end, left: x, right: x + width, level, run }]
  }
  const scale = unitScale(faceOf(run), style.size)
  const isLeftward = level % 2 === 1 && !run.upright
  const groups = clusterGroups(run)
  return groups.flatMap((group, i) => {
    const next = isLeftward ? groups[i - 1] : groups[i + 1]
    const from = start + group.cluster
    const to = next ? start + next.cluster : end
    const inner: number[] = []
    for (let at = from + 1; at < to; at++) if (edges[at - line.start] === 1) inner.push(at)
    const lengths = divided(run, group, inner.length)
    const offsets = [from, ...inner, to]
    const cells: Cell[] = []
    for (let n = 0; n <= inner.length; n++) {
      const k = isLeftward ? inner.length - n : n
      cells.push({
        start: wholeBefore(offsets[k], line, edges),
        end: wholeBehind(offsets[k + 1], line, edges),
        left: x + (group.left + lengths[n]) * scale,
        right: x + (group.left + lengths[n + 1]) * scale,
        level: run.upright ? level - (level % 2) : level,
        run,
      })
    }
    return cells
  })
}

/** The edge before a grapheme; each part of one that spans several runs stands for the whole. */
function wholeBefore(offset: number, { start }: Line, edges: Uint8Array): number {
  let at = offset
  while (at > start && edges[at - start] === 0) at--
  return at
}

function wholeBehind(offset: number, { start, end }: Line, edges: Uint8Array): number {
  let at = offset
  while (at < end && edges[at - start] === 0) at++
  return at
}

/** Glyphs of one cluster, with their places in font units from the run's start. */
interface ClusterGroup {
  readonly cluster: number
  readonly glyph: number
  count: number
  readonly left: number
  right: number
}

function clusterGroups({ glyphs }: GlyphRun): ClusterGroup[] {
  const groups: ClusterGroup[] = []
  let pen = 0
  for (let i = 0; i < glyphs.glyphs.length; i++) {
    const cluster = glyphs.clusters[i]
    const advance = glyphs.advances[i]
    const last = groups.at(-1)
    if (last?.cluster === cluster) {
      last.count++
      last.right += advance
    } else
      groups.push({ cluster, glyph: glyphs.glyphs[i], count: 1, left: pen, right: pen + advance })
    pen += advance
  }
  return groups
}

/** The ends of graphemes in a cluster, from its left: as the font says, or in equal parts. */
function divided(run: GlyphRun, group: ClusterGroup, inner: number): readonly number[] {
  const width = group.right - group.left
  if (inner === 0) return [0, width]
  const stated = group.count === 1 ? faceOf(run).ligatureCarets(group.glyph) : []
  const isUseful = stated.length === inner && stated.every(at => at > 0 && at < width)
  if (isUseful) return [0, ...stated.toSorted((a, b) => a - b), width]
  return Array.from({ length: inner + 2 }, (_, i) => (width * i) / (inner + 1))
}
