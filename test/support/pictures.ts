import { deflateSync } from 'node:zlib'

/** A JPEG of 16 by 8 pixels: its left half red, its right half blue. */
export const jpeg = Buffer.from(
  [
    '/9j/4AAQSkZJRgABAQAAAQABAAD/2wBDABALDA4MChAODQ4SERATGCgaGBYWGDEjJR0oOjM9PDkzODdASFxOQERXRT',
    'c4UG1RV19iZ2hnPk1xeXBkeFxlZ2P/2wBDARESEhgVGC8aGi9jQjhCY2NjY2NjY2NjY2NjY2NjY2NjY2NjY2NjY2Nj',
    'Y2NjY2NjY2NjY2NjY2NjY2NjY2NjY2P/wAARCAAIABADASIAAhEBAxEB/8QAFQABAQAAAAAAAAAAAAAAAAAAAAX/xA',
    'AUEAEAAAAAAAAAAAAAAAAAAAAA/8QAFQEBAQAAAAAAAAAAAAAAAAAAAgT/xAAZEQACAwEAAAAAAAAAAAAAAAAAQgQF',
    'gcH/2gAMAwEAAhEDEQA/AJqUAQ2wrtU3h//Z',
  ].join(''),
  'base64',
)

/** The same JPEG, with an Exif segment that says how it is turned. */
export function turnedJpeg(orientation: number, littleEndian: boolean): Buffer {
  const tiff = Buffer.alloc(26)
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.length)
  tiff.write(littleEndian ? 'II' : 'MM')
  view.setUint16(2, 42, littleEndian)
  view.setUint32(4, 8, littleEndian)
  view.setUint16(8, 1, littleEndian)
  view.setUint16(10, 0x0112, littleEndian)
  view.setUint16(12, 3, littleEndian)
  view.setUint32(14, 1, littleEndian)
  view.setUint16(18, orientation, littleEndian)
  const head = Buffer.from([0xff, 0xe1, 0, 2 + 6 + tiff.length])
  return Buffer.concat([jpeg.subarray(0, 2), head, Buffer.from('Exif\0\0'), tiff, jpeg.subarray(2)])
}

/** A chunk of a PNG; readers that we test against check its CRC. */
function chunk(name: string, data: Uint8Array): Buffer {
  const body = Buffer.concat([Buffer.from(name), data])
  const framed = Buffer.alloc(12 + data.length)
  framed.writeUInt32BE(data.length, 0)
  body.copy(framed, 4)
  framed.writeUInt32BE(crc(body), 8 + data.length)
  return framed
}

function crc(bytes: Uint8Array): number {
  let value = 0xffffffff
  for (const byte of bytes) {
    value ^= byte
    for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1
  }
  return (value ^ 0xffffffff) >>> 0
}

export interface PngSource {
  readonly width: number
  readonly height: number
  readonly bitDepth: number
  readonly colorType: number
  /** Rows as they stand in the file, each with its filter before it. */
  readonly rows: readonly (readonly number[])[]
  readonly palette?: readonly number[]
  readonly transparency?: readonly number[]
  readonly interlaced?: boolean
}

export function png({
  width,
  height,
  bitDepth,
  colorType,
  rows,
  palette,
  transparency,
  interlaced,
}: PngSource): Buffer {
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([bitDepth, colorType, 0, 0, interlaced ? 1 : 0], 8)
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    ...(palette ? [chunk('PLTE', Buffer.from(palette))] : []),
    ...(transparency ? [chunk('tRNS', Buffer.from(transparency))] : []),
    chunk('IDAT', deflateSync(Buffer.from(rows.flat()))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

const [r, g, b] = [0xc8, 0x33, 0x1f]

/** Two by two pixels: the color of `flare` above, the same with nothing left of it below. */
export const pngs = {
  color: png({
    width: 2,
    height: 2,
    bitDepth: 8,
    colorType: 2,
    rows: [
      [0, r, g, b, r, g, b],
      [2, 0, 0, 0, 0, 0, 0],
    ],
  }),
  alpha: png({
    width: 2,
    height: 2,
    bitDepth: 8,
    colorType: 6,
    rows: [
      [1, r, g, b, 255, 0, 0, 0, 0],
      [4, 0, 0, 0, 1, 0, 0, 0, 0],
    ],
  }),
  deepAlpha: png({
    width: 1,
    height: 1,
    bitDepth: 16,
    colorType: 6,
    rows: [[0, r, r, g, g, b, b, 255, 255]],
  }),
  gray: png({ width: 2, height: 1, bitDepth: 8, colorType: 0, rows: [[0, 0x80, 0x80]] }),
  grayAlpha: png({
    width: 1,
    height: 2,
    bitDepth: 8,
    colorType: 4,
    rows: [
      [0, 0x80, 255],
      [3, 0x40, 0x80],
    ],
  }),
  palette: png({
    width: 4,
    height: 1,
    bitDepth: 1,
    colorType: 3,
    palette: [r, g, b, 0, 0, 0],
    transparency: [255, 0],
    rows: [[0, 0b01010000]],
  }),
} as const

/** Left edge, top, and how far apart, of the pixels of each pass (ISO/IEC 15948, 8.2). */
const adam7 = ['0088', '4088', '0448', '2044', '0224', '1022', '0112'].map(pass =>
  [...pass].map(Number),
)

/** A PNG whose samples look random, in one pass or interlaced; rows take their filters in turn. */
export function sampledPng(source: Omit<PngSource, 'rows'>, isInterlaced: boolean): Buffer {
  const { width, height, bitDepth, colorType } = source
  const samples = [1, 0, 3, 1, 2, 0, 4][colorType]
  const bits = bitDepth * samples
  const bitAt = (x: number, y: number, bit: number) =>
    (Math.imul(x * 31 + y * 17 + bit * 7 + 3, 0x9e3779b1) >>> 13) & 1
  const rows: number[][] = []
  for (const [left, top, across, down] of isInterlaced ? adam7 : [[0, 0, 1, 1]]) {
    let before: number[] = []
    for (let y = top; y < height; y += down) {
      const row: number[] = []
      let at = 0
      for (let x = left; x < width; x += across) {
        for (let bit = 0; bit < bits; bit++, at++) {
          if (at % 8 === 0) row.push(0)
          row[at >> 3] |= bitAt(x, y, bit) << (7 - (at & 7))
        }
      }
      if (row.length > 0) rows.push(filtered(row, before, Math.max(1, bits >> 3), rows.length % 5))
      before = row
    }
  }
  return png({ ...source, rows, interlaced: isInterlaced })
}

/** A row by a filter (ISO/IEC 15948, 9.2), which stands before it. */
function filtered(row: number[], before: number[], size: number, filter: number): number[] {
  const guess = (i: number): number => {
    const [a, b, c] = [row[i - size] ?? 0, before[i] ?? 0, (i >= size && before[i - size]) || 0]
    if (filter === 4) {
      const [toA, toB, toC] = [a, b, c].map(value => Math.abs(a + b - c - value))
      return toA <= toB && toA <= toC ? a : toB <= toC ? b : c
    }
    return [0, a, b, (a + b) >> 1][filter]
  }
  return [filter, ...row.map((value, i) => (value - guess(i)) & 255)]
}
