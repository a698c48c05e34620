import type { Matrix } from '../geometry/index.ts'
import { jpegSegments } from './jpeg-segments.ts'

/**
 * The orientation of a JPEG's rows (Exif 2.32, tag 274): 1 is upright; 2 to 8 are mirrored or
 * rotated.
 */
export type Orientation = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8

/** The position and byte order of a value in a file. */
interface OrientationPlace {
  readonly offset: number
  readonly littleEndian: boolean
}

const orientationTag = 0x0112
const application1 = 0xe1

/** The orientation that a JPEG states; 1 where it states none, or none that there is. */
export function orientationOf(bytes: Uint8Array): Orientation {
  const place = orientationPlace(bytes)
  if (!place) return 1
  const value = viewOf(bytes).getUint16(place.offset, place.littleEndian)
  return orientations.find(orientation => orientation === value) ?? 1
}

const orientations = [1, 2, 3, 4, 5, 6, 7, 8] as const

/** The file with nothing said of how it is turned: some readers would turn it, and others not. */
export function withoutOrientation(bytes: Uint8Array): Uint8Array {
  const place = orientationPlace(bytes)
  if (!place) return bytes
  // A buffer of Node's gives no copy when it is sliced.
  const copy = new Uint8Array(bytes)
  viewOf(copy).setUint16(place.offset, 1, place.littleEndian)
  return copy
}

/** Whether what is shown is as wide as what is stored is high. */
export const isOnItsSide = (orientation: Orientation) => orientation >= 5

/**
 * From the square (0, 0) to (1, 1) of what is stored to that of what is shown, y downward: for each
 * orientation, where the stored rows begin, and which way they go.
 */
export const orientationMatrix: Readonly<Record<Orientation, Matrix>> = {
  1: { xx: 1, yx: 0, xy: 0, yy: 1, dx: 0, dy: 0 },
  2: { xx: -1, yx: 0, xy: 0, yy: 1, dx: 1, dy: 0 },
  3: { xx: -1, yx: 0, xy: 0, yy: -1, dx: 1, dy: 1 },
  4: { xx: 1, yx: 0, xy: 0, yy: -1, dx: 0, dy: 1 },
  5: { xx: 0, yx: 1, xy: 1, yy: 0, dx: 0, dy: 0 },
  6: { xx: 0, yx: 1, xy: -1, yy: 0, dx: 1, dy: 0 },
  7: { xx: 0, yx: -1, xy: -1, yy: 0, dx: 1, dy: 1 },
  8: { xx: 0, yx: -1, xy: 1, yy: 0, dx: 0, dy: 1 },
}

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** In the first directory of the Exif segment (Exif 2.32, 4.7.2; TIFF 6.0, section 2). */
function orientationPlace(bytes: Uint8Array): OrientationPlace | undefined {
  for (const { marker, start, end } of jpegSegments(bytes)) {
    const isExif = String.fromCharCode(...bytes.subarray(start, start + 6)) === 'Exif\0\0'
    if (marker === application1 && isExif) {
      return placeInTiff(viewOf(bytes), start + 6, Math.min(bytes.length, end))
    }
  }
  return undefined
}

function placeInTiff(view: DataView, start: number, end: number): OrientationPlace | undefined {
  if (start + 8 > end) return undefined
  const littleEndian = view.getUint16(start) === 0x4949
  const directory = start + view.getUint32(start + 4, littleEndian)
  if (directory + 2 > end) return undefined
  const count = view.getUint16(directory, littleEndian)
  for (let i = 0; i < count; i++) {
    const entry = directory + 2 + i * 12
    if (entry + 12 > end) return undefined
    if (view.getUint16(entry, littleEndian) === orientationTag) {
      return { offset: entry + 8, littleEndian }
    }
  }
  return undefined
}
