/** A segment of a JPEG file: its marker, and where its contents lie. */
interface JpegSegment {
  readonly marker: number
  /** Offset of its first byte after the length. */
  readonly start: number
  /** Offset after its last byte, which a truncated file may lack. */
  readonly end: number
}

const startOfScan = 0xda

/**
 * The segments before the first scan (ISO/IEC 10918-1, B.1.1). Any marker may have bytes of 255 before
 * it, which fill up. Where a file goes on with something else nothing more is reported.
 */
export function* jpegSegments(bytes: Uint8Array): Generator<JpegSegment> {
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; ) {
    const marker = bytes[at + 1]
    if (marker === 0xff) {
      at++
      continue
    }
    const length = bytes[at + 2] * 256 + bytes[at + 3]
    if (length < 2 || marker === startOfScan) return
    yield { marker, start: at + 4, end: at + 2 + length }
    at += 2 + length
  }
}

/** SOF0 to SOF15, without the three markers among them that are none. */
export function isFrame(marker: number): boolean {
  return marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
}
