import type { Picture } from '../../drawing/index.ts'
import { fail } from '../../problem/index.ts'
import { joined } from './bytes.ts'
import type { PngParts } from './png-parts.ts'
import { bitsAt, pngRows } from './png-rows.ts'

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
  const colorType = bytes[25]
  if (![0, 2, 3, 4, 6].includes(colorType)) fail('bad-image', 'a PNG of no known color type')
  const chunk = (name: string) => joined(chunks.get(name) ?? [])
  return {
    bitDepth: bytes[24],
    colorType,
    palette: chunk('PLTE'),
    transparency: chunk('tRNS'),
    isInterlaced: bytes[28] !== 0,
    data: chunk('IDAT'),
  }
}

/** Samples of a PNG with alpha, color and opacity apart, one byte each. */
export function splitAlpha(picture: Picture, parts: PngParts) {
  const { width, height } = picture
  const { bitDepth, colorType } = parts
  const channels = colorType === 4 ? 2 : 4
  const sampleBytes = bitDepth / 8
  const rows = pngRows(picture, parts)
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
export function paletteAlpha(picture: Picture, parts: PngParts): Uint8Array {
  const { width, height } = picture
  const { bitDepth, transparency } = parts
  const rowBytes = Math.ceil((width * bitDepth) / 8)
  const rows = pngRows(picture, parts)
  const alpha = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      alpha[y * width + x] = transparency[bitsAt(rows, y * rowBytes, x, bitDepth)] ?? 255
    }
  }
  return alpha
}
