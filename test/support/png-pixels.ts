import { inflateSync } from 'node:zlib'

/** Where a picture is inked, in units. */
export interface InkEdges {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** The pixels of a PNG file of eight bits a channel with opacity, as our targets write it. */
function pixelsOf(bytes: Uint8Array): { width: number; height: number; data: Uint8Array } {
  const file = Buffer.from(bytes)
  const [width, height] = [file.readUInt32BE(16), file.readUInt32BE(20)]
  const parts: Buffer[] = []
  for (let at = 8; at < file.length; at += 12 + file.readUInt32BE(at)) {
    if (file.toString('latin1', at + 4, at + 8) !== 'IDAT') continue
    parts.push(file.subarray(at + 8, at + 8 + file.readUInt32BE(at)))
  }
  const packed = inflateSync(Buffer.concat(parts))
  const row = width * 4
  const data = new Uint8Array(row * height)
  for (let y = 0; y < height; y++) {
    const filter = packed[y * (row + 1)]
    for (let i = 0; i < row; i++) {
      const at = y * row + i
      const left = i >= 4 ? data[at - 4] : 0
      const up = y > 0 ? data[at - row] : 0
      const corner = y > 0 && i >= 4 ? data[at - row - 4] : 0
      data[at] = packed[y * (row + 1) + 1 + i] + predicted(filter, left, up, corner)
    }
  }
  return { width, height, data }
}

/** The filters of ISO/IEC 15948, section 9. */
function predicted(filter: number, left: number, up: number, corner: number): number {
  if (filter === 1) return left
  if (filter === 2) return up
  if (filter === 3) return (left + up) >> 1
  if (filter !== 4) return 0
  const estimate = left + up - corner
  const [a, b, c] = [left, up, corner].map(value => Math.abs(estimate - value))
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
