import { fail, isMade, type Made, made } from '../problem/index.ts'
import {
  isOnItsSide,
  type Orientation,
  orientationOf,
  withoutOrientation,
} from './jpeg-orientation.ts'
import { isFrame, jpegSegments } from './jpeg-segments.ts'

/** A raster image whose head has been read: PNG or JPEG. */
export interface Picture extends Made {
  /** Format of the file. */
  readonly format: 'png' | 'jpeg'
  /** The file's contents. */
  readonly bytes: Uint8Array
  /** In pixels, as it is shown. */
  readonly width: number
  /** In pixels, as it is shown. */
  readonly height: number
  /** Orientation of a JPEG that is not stored upright. */
  readonly orientation?: Orientation
  /** The decoded image, for canvases in a browser. */
  readonly bitmap?: object
}

/** Whether a value is an image that the library opened; one that arrived as data is none. */
export const isPicture = (value: unknown): value is Picture =>
  isMade(value) && 'format' in value && 'bytes' in value

/** More pixels than this are no picture in an interface, and may be meant to use up memory. */
const mostPixels = 1 << 26

/** Reads the head of a PNG or JPEG file. Throws `bad-image` for anything else, and for the enormous. */
export function readPicture(bytes: Uint8Array, name = 'the image'): Picture {
  const size = pngSize(bytes) ?? jpegSize(bytes)
  if (!size) return fail('bad-image', `${name} is not a readable PNG or JPEG`)
  const { width, height } = size
  if (width === 0 || height === 0 || width * height > mostPixels) {
    fail('bad-image', `${name} is ${width} by ${height} pixels`, {
      hint: `at most ${mostPixels} pixels, and no side of 0`,
    })
  }
  const orientation = size.format === 'jpeg' ? orientationOf(bytes) : 1
  if (orientation === 1) return { [made]: true, bytes, ...size }
  const shown = isOnItsSide(orientation) ? { ...size, width: height, height: width } : size
  return { [made]: true, bytes: withoutOrientation(bytes), ...shown, orientation }
}

type Head = Pick<Picture, 'format' | 'width' | 'height'>

const pngSignature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]

/** The IHDR chunk comes first (ISO/IEC 15948, 11.2.2), and IEND last: a file cut short has none. */
function pngSize(bytes: Uint8Array): Head | undefined {
  if (bytes.length < 57 || pngSignature.some((byte, i) => bytes[i] !== byte)) return undefined
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let at = 8
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at)
    if (at + 12 + length > bytes.length) return undefined
    const isEnd = view.getUint32(at + 4) === 0x49454e44
    if (isEnd) return { format: 'png', width: view.getUint32(16), height: view.getUint32(20) }
    at += 12 + length
  }
  return undefined
}

/** The frame header (ISO/IEC 10918-1, B.2.2) among the segments before the scan. */
function jpegSize(bytes: Uint8Array): Head | undefined {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== 0xd8) return undefined
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (const { marker, start } of jpegSegments(bytes)) {
    if (!isFrame(marker) || start + 6 > bytes.length) continue
    return { format: 'jpeg', width: view.getUint16(start + 3), height: view.getUint16(start + 1) }
  }
  return undefined
}
