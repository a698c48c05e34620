import type { Outline } from '../../geometry/index.ts'
import { type Edges, edgesOf, type OutlinePlace } from './edges.ts'

/** How much of each pixel a shape covers, of 255; row after row. */
export interface Coverage {
  /** Of its first pixel, from that of the origin; to the right. */
  readonly left: number
  /** Downward. */
  readonly top: number
  readonly width: number
  readonly height: number
  readonly values: Uint8Array
}

/** Sums of the pixels at work; kept, for glyphs are many and small. */
let sums = new Float64Array(4096)

/** The area that a shape covers of each pixel, where it overlaps itself once; undefined where there is none. */
export function coverageOf(outline: Outline, place: OutlinePlace): Coverage | undefined {
  const edges = edgesOf(outline, place)
  if (!edges) return undefined
  const { left, top, width, height } = edges
  // An edge at the right border adds to the pixel beyond it.
  const stride = width + 2
  const size = stride * height
  if (sums.length < size) sums = new Float64Array(size)
  sums.fill(0, 0, size)
  addAreas(edges, stride)
  const values = new Uint8Array(width * height)
  const most = readSums(values, edges, stride)
  if (most > overlapping) {
    sums.fill(0, 0, size)
    addSpans(edges, stride)
    readSums(values, edges, stride)
  }
  return { left, top, width, height, values }
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
  const lastRow = Math.ceil(endY)
  for (let row = Math.floor(startY); row < lastRow; row++) {
    const from = Math.max(startY, row)
    const to = Math.min(endY, row + 1)
    const atFrom = startX + (from - startY) * slope
    const atTo = startX + (to - startY) * slope
    const low = Math.min(atFrom, atTo)
    const high = Math.max(atFrom, atTo)
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
const linesOfPixel = 16

/** A shape that overlaps itself, line by line: from where its edges begin to go around to where none does. */
function addSpans({ points, count, height }: Edges, stride: number) {
  const crossings = Array.from({ length: height * linesOfPixel }, (): [number, number][] => [])
  for (let i = 0; i < count; i += 4) {
    const [x0, y0, x1, y1] = [points[i], points[i + 1], points[i + 2], points[i + 3]]
    const [low, high] = [Math.min(y0, y1), Math.max(y0, y1)]
    const last = Math.ceil(high * linesOfPixel - 0.5)
    for (let line = Math.ceil(low * linesOfPixel - 0.5); line < last; line++) {
      const y = (line + 0.5) / linesOfPixel
      crossings[line].push([x0 + ((y - y0) / (y1 - y0)) * (x1 - x0), y1 > y0 ? 1 : -1])
    }
  }
  for (const [line, found] of crossings.entries()) {
    const row = Math.floor(line / linesOfPixel) * stride
    let around = 0
    for (const [x, turn] of found.sort((a, b) => a[0] - b[0])) {
      const [before, after] = [around !== 0 ? 1 : 0, around + turn !== 0 ? 1 : 0]
      around += turn
      if (before !== after) addBorder(row, x, (after - before) / linesOfPixel)
    }
  }
}

/** What is right of a border, on one line through its pixels. */
function addBorder(row: number, x: number, tall: number) {
  const cell = Math.floor(x)
  const beside = tall * (x - cell)
  sums[row + cell] += tall - beside
  sums[row + cell + 1] += beside
}
