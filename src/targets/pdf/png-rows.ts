import { unzlibSync } from 'fflate'
import type { Picture } from '../../drawing/index.ts'
import { fail } from '../../problem/index.ts'
import type { PngParts } from './png-parts.ts'

/** A part of a PNG that is filtered by itself: where its pixels stand, and how far apart. */
interface Pass {
  readonly left: number
  readonly top: number
  readonly across: number
  readonly down: number
}

const whole: readonly Pass[] = [{ left: 0, top: 0, across: 1, down: 1 }]

/** Adam7 (ISO/IEC 15948, 8.2). */
const interlaced: readonly Pass[] = [
  { left: 0, top: 0, across: 8, down: 8 },
  { left: 4, top: 0, across: 8, down: 8 },
  { left: 0, top: 4, across: 4, down: 8 },
  { left: 2, top: 0, across: 4, down: 4 },
  { left: 0, top: 2, across: 2, down: 4 },
  { left: 1, top: 0, across: 2, down: 2 },
  { left: 0, top: 1, across: 1, down: 2 },
]

/** Number of samples of a pixel, by color type. */
const samplesOf: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }

/** The rows of a PNG as they are seen, from top to bottom, without filters. */
export function pngRows({ width, height }: Picture, parts: PngParts): Uint8Array {
  const bits = parts.bitDepth * samplesOf[parts.colorType]
  const pixelBytes = Math.max(1, bits >> 3)
  const bytesOf = (pixels: number) => Math.ceil((pixels * bits) / 8)
  const passes = (parts.isInterlaced ? interlaced : whole)
    .map(pass => ({
      ...pass,
      columns: Math.ceil((width - pass.left) / pass.across),
      rows: Math.ceil((height - pass.top) / pass.down),
    }))
    .filter(({ columns, rows }) => columns > 0 && rows > 0)
  const length = passes.reduce((sum, { columns, rows }) => sum + (bytesOf(columns) + 1) * rows, 0)
  const packed = inflated(parts.data, length)
  if (!parts.isInterlaced) return unfiltered(packed, bytesOf(width), height, pixelBytes)
  const seen = new Uint8Array(bytesOf(width) * height)
  let from = 0
  for (const { left, top, across, down, columns, rows } of passes) {
    const rowBytes = bytesOf(columns)
    const rawPixels = unfiltered(packed.subarray(from), rowBytes, rows, pixelBytes)
    from += (rowBytes + 1) * rows
    for (let y = 0; y < rows; y++) {
      const to = (top + y * down) * bytesOf(width)
      for (let x = 0; x < columns; x++) {
        copyPixel(rawPixels, y * rowBytes, x, seen, to, left + x * across, bits)
      }
    }
  }
  return seen
}

/** Pixels may be smaller than a byte, the first in its highest bits. */
function copyPixel(
  source: Uint8Array,
  sourceRow: number,
  sourceX: number,
  target: Uint8Array,
  targetRow: number,
  targetX: number,
  bits: number,
) {
  if (bits >= 8) {
    const size = bits >> 3
    const from = sourceRow + sourceX * size
    const to = targetRow + targetX * size
    for (let i = 0; i < size; i++) target[to + i] = source[from + i]
    return
  }
  const bit = targetX * bits
  const value = bitsAt(source, sourceRow, sourceX, bits)
  target[targetRow + (bit >> 3)] |= value << (8 - bits - (bit & 7))
}

/** The value of a pixel that is smaller than a byte, or just one. */
export function bitsAt(rows: Uint8Array, row: number, x: number, bits: number): number {
  const bit = x * bits
  return (rows[row + (bit >> 3)] >> (8 - bits - (bit & 7))) & ((1 << bits) - 1)
}

/** Undoes the filters of rows (section 9). */
function unfiltered(
  packed: Uint8Array,
  rowBytes: number,
  height: number,
  pixelBytes: number,
): Uint8Array {
  const rows = new Uint8Array(rowBytes * height)
  for (let y = 0; y < height; y++) {
    const filter = packed[y * (rowBytes + 1)]
    const from = y * (rowBytes + 1) + 1
    const to = y * rowBytes
    for (let i = 0; i < rowBytes; i++) {
      const left = i >= pixelBytes ? rows[to + i - pixelBytes] : 0
      const up = y > 0 ? rows[to + i - rowBytes] : 0
      const corner = y > 0 && i >= pixelBytes ? rows[to + i - rowBytes - pixelBytes] : 0
      rows[to + i] = packed[from + i] + predicted(filter, left, up, corner)
    }
  }
  return rows
}

/** No further than the rows can be long. */
function inflated(data: Uint8Array, length: number): Uint8Array {
  try {
    const rows = unzlibSync(data, { out: new Uint8Array(length) })
    if (rows.length === length) return rows
  } catch {
    // Told below, in our words.
  }
  return fail('bad-image', 'the pixel data of a PNG is damaged')
}

function predicted(filter: number, left: number, up: number, corner: number): number {
  switch (filter) {
    case 1:
      return left
    case 2:
      return up
    case 3:
      return (left + up) >> 1
    case 4: {
      const estimate = left + up - corner
      const [a, b, c] = [left, up, corner].map(value => Math.abs(estimate - value))
      return a <= b && a <= c ? left : b <= c ? up : corner
    }
    default:
      return 0
  }
}
