import { eachItem, type Item, inkBoxOf, type PathItem } from '../../drawing/index.ts'
import { type Box, coverageOf, type Matrix, mappedOutline, product } from '../../geometry/index.ts'

/** Blurred shapes as a picture of how far they cover each pixel: PDF has no blur of its own. */
export interface Blurred {
  /** The box of the picture, in units. */
  readonly box: Box
  readonly width: number
  readonly height: number
  /** A byte a pixel, row by row from the top. */
  readonly coverage: Uint8Array
  /** `#rrggbb`. */
  readonly color: string
}

/**
 * Maximum number of pixels; a larger picture has larger pixels, since a line as long as a book can
 * have a shadow.
 */
const mostPixels = 2 ** 22

/** Shapes of one color, blurred by a Gaussian whose deviation is half of `blur`, in units. */
export function blurred(items: readonly Item[], blur: number): Blurred | undefined {
  const ink = inkBoxOf(items)
  if (!ink) return undefined
  // Six pixels a deviation show no steps; small blurs need no more than four a unit.
  const area = (ink.width + 3 * blur) * (ink.height + 3 * blur)
  const perUnit = Math.min(4, 12 / blur, Math.sqrt(mostPixels / area))
  const room = Math.ceil(1.5 * blur * perUnit)
  const width = Math.ceil(ink.width * perUnit) + 2 * room
  const height = Math.ceil(ink.height * perUnit) + 2 * room
  const x = ink.x - room / perUnit
  const y = ink.y - room / perUnit
  const toPixels = { xx: perUnit, yx: 0, xy: 0, yy: perUnit, dx: -x * perUnit, dy: -y * perUnit }
  const shown = new Float32Array(width * height)
  let color = '#000000'
  eachItem(items, {
    item(item, matrix) {
      if (item.kind !== 'path' || item.fill?.kind !== 'solid') return
      color = item.fill.color
      cover(shown, width, height, item, product(toPixels, matrix), item.fill.opacity)
    },
  })
  const deviation = (blur / 2) * perUnit
  const across = smoothed(shown, width, height, 1, width, deviation)
  const both = smoothed(across, height, width, width, 1, deviation)
  // Sums that run on are off by less than what can be seen.
  const coverage = new Uint8Array(both.length)
  for (let i = 0; i < both.length; i++) {
    coverage[i] = Math.round(Math.min(1, Math.max(0, both[i])) * 255)
  }
  const box = { x, y, width: width / perUnit, height: height / perUnit }
  return { box, width, height, coverage, color }
}

/** Adds how far a shape covers each pixel. */
function cover(
  shown: Float32Array,
  width: number,
  height: number,
  { outline }: PathItem,
  matrix: Matrix,
  opacity: number,
) {
  const covered = coverageOf(mappedOutline(matrix, outline), asTheyAre)
  if (!covered) return
  const { left, top, values } = covered
  const [firstRow, lastRow] = [Math.max(0, -top), Math.min(covered.height, height - top)]
  const [first, last] = [Math.max(0, -left), Math.min(covered.width, width - left)]
  for (let row = firstRow; row < lastRow; row++) {
    const from = row * covered.width
    const to = (top + row) * width + left
    for (let x = first; x < last; x++) shown[to + x] += (opacity * values[from + x]) / 255
  }
}

/** Pixels are counted downward, as they are here already. */
const asTheyAre = { x: 0, y: 0, scaleX: 1, scaleY: -1 }

/**
 * Nearly a Gaussian along one direction, by three averages (Filter Effects 1, feGaussianBlur), so
 * that a wide blur costs no more than a narrow one: `count` pixels a `step` apart, in `rows` a
 * `stride` apart.
 */
function smoothed(
  source: Float32Array,
  count: number,
  rows: number,
  step: number,
  stride: number,
  deviation: number,
): Float32Array {
  const size = Math.max(1, Math.floor((deviation * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5))
  const half = Math.floor(size / 2)
  // Two averages over an even size are off by half a pixel in opposite directions, and the third
  // size is odd.
  const isEven = size % 2 === 0
  const windows = isEven
    ? [
        { before: half, after: half - 1 },
        { before: half - 1, after: half },
        { before: half, after: half },
      ]
    : [1, 2, 3].map(() => ({ before: half, after: half }))
  let line = new Float64Array(count)
  let next = new Float64Array(count)
  const result = new Float32Array(source.length)
  for (let row = 0; row < rows; row++) {
    let isEmpty = true
    for (let i = 0; i < count; i++) {
      line[i] = source[row * stride + i * step]
      if (line[i] !== 0) isEmpty = false
    }
    if (isEmpty) continue
    for (const { before, after } of windows) {
      averaged(line, next, before, after)
      ;[line, next] = [next, line]
    }
    for (let i = 0; i < count; i++) result[row * stride + i * step] = line[i]
  }
  return result
}

/** Each entry as the average of those around it; beyond the ends there is nothing. */
function averaged(from: Float64Array, to: Float64Array, before: number, after: number) {
  const count = from.length
  const size = before + after + 1
  let sum = 0
  for (let i = 0; i < Math.min(after, count); i++) sum += from[i]
  for (let i = 0; i < count; i++) {
    if (i + after < count) sum += from[i + after]
    to[i] = sum / size
    if (i - before >= 0) sum -= from[i - before]
  }
}
