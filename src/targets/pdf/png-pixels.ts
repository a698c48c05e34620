import { unzlibSync } from 'fflate'
import type { Picture } from '../../drawing/index.ts'
import { fail } from '../../problem/index.ts'
import { joined } from './bytes.ts'

/** What a PNG says of its pixels, and its compressed data as it stands (ISO/IEC 15948). */
export interface PngParts {
  readonly bitDepth: number
  /** 0 gray, 2 color, 3 palette, 4 gray and alpha, 6 color and alpha. */
  readonly colorType: number
  readonly palette: Uint8Array
  /** Opacity of palette entries. */
  readonly transparency: Uint8Array
  readonly data: Uint8Array
}

export function pngParts({ bytes }: Picture): PngParts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const chunks = new Map<string, Uint8Array[]>()
  for (let at = 8; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at)
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    const parts = chunks.get(name) ?? []
    parts.push(bytes.subarray(at + 8, at + 8 + length))
    chunks.set(name, parts)
    at += 12 + length
  }
  const interlaced = bytes[28] !== 0
  const colorType = bytes[25]
  if (interlaced || ![0, 2, 3, 4, 6].includes(colorType)) {
    fail(
      'bad-image',
      interlaced ? 'an interlaced PNG cannot go into a PDF yet' : 'a PNG of no known color type',
    )
  }
  const chunk = (name: string) => joined(chunks.get(name) ?? [])
  return {
    bitDepth: bytes[24],
    colorType,
    palette: chunk('PLTE'),
    transparency: chunk('tRNS'),
    data: chunk('IDAT'),
  }
}

/** Samples of a PNG with alpha, color and opacity apart, one byte each. */
export function splitAlpha({ width, height }: Picture, { bitDepth, colorType, data }: PngParts) {
  const channels = colorType === 4 ? 2 : 4
  const sampleBytes = bitDepth / 8
  const rows = unfiltered(data, width * channels * sampleBytes, height, channels * sampleBytes)
  const colors = new Uint8Array(width * height * (channels - 1))
  const alpha = new Uint8Array(width * height)
  for (let pixel = 0, from = 0, to = 0; pixel < alpha.length; pixel++) {
    for (let channel = 0; channel < channels - 1; channel++, from += sampleBytes)
      colors[to++] = rows[from]
    alpha[pixel] = rows[from]
    from += sampleBytes
  }
  return { colors, alpha }
}

/** The opacity of each pixel of a PNG with a palette. */
export function paletteAlpha(
  { width, height }: Picture,
  { bitDepth, transparency, data }: PngParts,
): Uint8Array {
  const rowBytes = Math.ceil((width * bitDepth) / 8)
  const rows = unfiltered(data, rowBytes, height, 1)
  const alpha = new Uint8Array(width * height)
  const mask = (1 << bitDepth) - 1
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const bit = x * bitDepth
      const index = (rows[y * rowBytes + (bit >> 3)] >> (8 - bitDepth - (bit & 7))) & mask
      alpha[y * width + x] = transparency[index] ?? 255
    }
  }
  return alpha
}

/** Inflates the rows, no further than they can be long, and undoes their filters (section 9). */
function unfiltered(
  data: Uint8Array,
  rowBytes: number,
  height: number,
  pixelBytes: number,
): Uint8Array {
  const packed = inflated(data, (rowBytes + 1) * height)
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
