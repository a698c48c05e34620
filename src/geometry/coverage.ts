import { type Edges, edgesOf, type OutlinePlace } from './edges.ts'
import type { Outline } from './outline.ts'

/** The coverage of each pixel, 0 to 255, row after row. */
export interface Coverage {
  /** Column of its first pixel, relative to the origin, to the right. */
  readonly left: number
  /** Downward. */
  readonly top: number
  readonly width: number
  readonly height: number
  readonly values: Uint8Array
  /** Whether parts of the shape lie over each other. */
  readonly isOverlapping: boolean
}

/** Larger arrays are not kept: a shape that needs them isn't a glyph. */
const mostKept = 2 ** 20

/** Sums of the pixels at work; kept, for glyphs are many and small. */
let sums = new Float64Array(4096)

/**
 * The area that a shape covers of each pixel, where it overlaps itself once; undefined if there is
 * none. Whether it does is found out, unless it is known.
 */
export function coverageOf(
  outline: Outline,
  place: OutlinePlace,
  isKnownToOverlap = false,
): Coverage | undefined {
  const edges = edgesOf(outline, place)
  if (!edges) return undefined
  const { left, top, width, height } = edges
  // An edge at the right border adds to the pixel beyond it.
  const stride = width + 2
  const size = stride * height
  if (sums.length < size) sums = new Float64Array(size)
  const values = new Uint8Array(width * height)
  let isOverlapping = isKnownToOverlap
  if (!isOverlapping) {
    sums.fill(0, 0, size)
    addAreas(edges, stride)
    isOverlapping = readSums(values, edges, stride) > overlapping
  }
  if (isOverlapping) {
    sums.fill(0, 0, size)
    addSpans(edges, stride)
    readSums(values, edges, stride)
  }
  if (Math.max(size, crossings.length) > mostKept) {
    sums = new Float64Array()
    crossings = sums
    turns = new Int8Array()
  }
  return { left, top, width, height, values, isOverlapping }
}

/** A sum beyond one, and beyond what numbers are rounded by, is of parts that lie over each other. */
const overlapping = 1.001

/** Gives the greatest sum. */
function readSums(values: Uint8Array, { width, height }: Edges, stride: number): number {
  let most = 0
  for (let row = 0; row < height; row++) {
    let sum = 0
    for (let column = 0; column < width; column++) {
      sum += sums[row * stride + column]
      const covered = Math.abs(sum)
      if (covered > most) most = covered
      values[row * width + column] = covered >= 1 ? 255 : covered * 255 + 0.5
    }
  }
  return most
}

/**
 * The exact areas of a shape that does not overlap itself. Each edge adds to the pixels of its rows what
 * it covers to its right, as differences along the row; their running sums are the areas.
 */
function addAreas({ points, count }: Edges, stride: number) {
  for (let i = 0; i < count; i += 4) {
    addEdge(points[i], points[i + 1], points[i + 2], points[i + 3], stride)
  }
}

function addEdge(x0: number, y0: number, x1: number, y1: number, stride: number) {
  const down = y1 > y0 ? 1 : -1
  const [startX, startY, endX, endY] = down > 0 ? [x0, y0, x1, y1] : [x1, y1, x0, y0]
  const slope = (endX - startX) / (endY - startY)
  // Rounding must not take an edge beyond its ends, for that may be beyond the first pixel.
  const [leftmost, rightmost] = startX < endX ? [startX, endX] : [endX, startX]
  const lastRow = Math.ceil(endY)
  for (let row = Math.floor(startY); row < lastRow; row++) {
    const from = Math.max(startY, row)
    const to = Math.min(endY, row + 1)
    const atFrom = startX + (from - startY) * slope
    const atTo = startX + (to - startY) * slope
    const low = Math.max(leftmost, Math.min(atFrom, atTo))
    const high = Math.min(rightmost, Math.max(atFrom, atTo))
    const first = Math.floor(low)
    const tall = (to - from) * down
    const cell = row * stride + first
    if (high <= first + 1) {
      const beside = tall * ((low + high) / 2 - first)
      sums[cell] += tall - beside
      sums[cell + 1] += beside
      continue
    }
    // The area left of a column's border grows with the square of how far the edge has come.
    const perPixel = tall / (high - low)
    let [before, areaBefore] = [0, 0]
    const last = Math.ceil(high)
    for (let border = first + 1; border <= last; border++) {
      const reach = border - low
      const beyond = Math.max(0, border - high)
      const area = ((reach * reach - beyond * beyond) / 2) * perPixel
      const covered = area - areaBefore
      sums[cell + border - first - 1] += covered - before
      before = covered
      areaBefore = area
    }
    sums[cell + last - first] += tall - before
  }
}

/** Lines through a pixel that are looked at where parts overlap. */
const linesOfPixel = 8

/**
 * Crossings of edges with the current lines, line after line, with their direction; kept, as `sums`
 * are.
 */
let crossings = new Float64Array(4096)
let turns = new Int8Array(4096)
let starts = new Int32Array(1024)

/** A shape that overlaps itself, line by line: from where its edges begin to go around to where none does. */
function addSpans(edges: Edges, stride: number) {
  const lines = edges.height * linesOfPixel
  findCrossings(edges, lines)
  for (let line = 0; line < lines; line++) {
    const row = Math.floor(line / linesOfPixel) * stride
    const [from, to] = [starts[line], starts[line + 1]]
    sortCrossings(from, to)
    let around = 0
    for (let i = from; i < to; i++) {
      const before = around === 0 ? 0 : 1
      around += turns[i]
      const after = around === 0 ? 0 : 1
      if (before !== after) addBorder(row, crossings[i], (after - before) / linesOfPixel)
    }
  }
}

/** Counted first, so that all of them go into one row. */
function findCrossings({ points, count }: Edges, lines: number) {
  if (starts.length < lines + 2) starts = new Int32Array(lines + 2)
  starts.fill(0, 0, lines + 2)
  for (let i = 0; i < count; i += 4) {
    const last = lineBelow(Math.max(points[i + 1], points[i + 3]))
    for (let line = lineBelow(Math.min(points[i + 1], points[i + 3])); line < last; line++) {
      starts[line + 2]++
    }
  }
  for (let line = 0; line <= lines; line++) starts[line + 1] += starts[line]
  const all = starts[lines + 1]
  if (crossings.length < all) {
    crossings = new Float64Array(all)
    turns = new Int8Array(all)
  }
  for (let i = 0; i < count; i += 4) {
    const [x0, y0, x1, y1] = [points[i], points[i + 1], points[i + 2], points[i + 3]]
    const slope = (x1 - x0) / (y1 - y0)
    const last = lineBelow(Math.max(y0, y1))
    for (let line = lineBelow(Math.min(y0, y1)); line < last; line++) {
      const at = starts[line + 1]++
      const x = x0 + ((line + 0.5) / linesOfPixel - y0) * slope
      crossings[at] = Math.max(Math.min(x0, x1), Math.min(Math.max(x0, x1), x))
      turns[at] = y1 > y0 ? 1 : -1
    }
  }
}

/** The first line at or below a height. */
const lineBelow = (y: number) => Math.ceil(y * linesOfPixel - 0.5)

/** A line has few of them, or those of one letter after the other, nearly in order. */
function sortCrossings(from: number, to: number) {
  for (let i = from + 1; i < to; i++) {
    const [x, turn] = [crossings[i], turns[i]]
    let at = i
    for (; at > from && crossings[at - 1] > x; at--) {
      crossings[at] = crossings[at - 1]
      turns[at] = turns[at - 1]
    }
    crossings[at] = x
    turns[at] = turn
  }
}

/** Adds the coverage to the right of a border, on one row of pixels. */
function addBorder(row: number, x: number, tall: number) {
  const cell = Math.floor(x)
  const beside = tall * (x - cell)
  sums[row + cell] += tall - beside
  sums[row + cell + 1] += beside
}
