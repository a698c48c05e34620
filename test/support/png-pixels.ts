import { inflateSync } from 'node:zlib'
import type { Pixels } from './compare-pixels.ts'

/** Where a picture is inked, in units. */
export interface InkEdges {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** The pixels of a PNG file of eight bits a channel, colors with opacity or without. */
export function pixelsOf(bytes: Uint8Array): Pixels {
  const file = Buffer.from(bytes)
  const [width, height] = [file.readUInt32BE(16), file.readUInt32BE(20)]
  const parts: Buffer[] = []
  for (let at = 8; at < file.length; at += 12 + file.readUInt32BE(at)) {
    if (file.toString('latin1', at + 4, at + 8) !== 'IDAT') continue
    parts.push(file.subarray(at + 8, at + 8 + file.readUInt32BE(at)))
  }
  const packed = inflateSync(Buffer.concat(parts))
  const channels = file[25] === 2 ? 3 : 4
  const row = width * channels
  const data = new Uint8Array(row * height)
  for (let y = 0; y < height; y++) {
    const filter = packed[y * (row + 1)]
    for (let i = 0; i < row; i++) {
      const at = y * row + i
      const left = i >= channels ? data[at - channels] : 0
      const up = y > 0 ? data[at - row] : 0
      const corner = y > 0 && i >= channels ? data[at - row - channels] : 0
      data[at] = packed[y * (row + 1) + 1 + i] + predicted(filter, left, up, corner)
    }
  }
  if (channels === 4) return { width, height, data }
  const whole = new Uint8Array(width * height * 4).fill(255)
  // One by one: pages are pictures of millions of pixels.
  for (let i = 0, at = 0; i < data.length; i += 3, at += 4) {
    whole[at] = data[i]
    whole[at + 1] = data[i + 1]
    whole[at + 2] = data[i + 2]
  }
  return { width, height, data: whole }
}

/** The filters of ISO/IEC 15948, section 9. */
function predicted(filter: number, left: number, up: number, corner: number): number {
  if (filter === 1) return left
  if (filter === 2) return up
  if (filter === 3) return (left + up) >> 1
  if (filter !== 4) return 0
  const estimate = left + up - corner
  const a = Math.abs(estimate - left)
  const b = Math.abs(estimate - up)
  const c = Math.abs(estimate - corner)
  return a <= b && a <= c ? left : b <= c ? up : corner
}

/** The edges of what is much darker than the ground, which is light. */
export function inkEdges(bytes: Uint8Array, pixelRatio: number): InkEdges {
  const { width, height, data } = pixelsOf(bytes)
  const edges = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * 4] > 130) continue
      edges.left = Math.min(edges.left, x / pixelRatio)
      edges.right = Math.max(edges.right, (x + 1) / pixelRatio)
      edges.top = Math.min(edges.top, y / pixelRatio)
      edges.bottom = Math.max(edges.bottom, (y + 1) / pixelRatio)
    }
  }
  return edges
}
