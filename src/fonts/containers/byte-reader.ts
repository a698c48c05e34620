/** Reads numbers one after the other, big endian; throws a `RangeError` at the end of its bytes. */
export interface ByteReader {
  readonly at: number
  byte(): number
  uint16(): number
  int16(): number
  uint32(): number
  /** A view of the next bytes. */
  bytes(length: number): Uint8Array
  /** `255UInt16` (WOFF File Format 2.0, 4.1): small numbers in one byte. */
  packed16(): number
  /** `UIntBase128` (4.1): seven bits a byte, the highest first. */
  base128(): number
}

export function byteReader(bytes: Uint8Array): ByteReader {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let at = 0
  const byte = () => view.getUint8(at++)
  const uint16 = () => {
    at += 2
    return view.getUint16(at - 2)
  }
  return {
    get at() {
      return at
    },
    byte,
    uint16,
    int16() {
      at += 2
      return view.getInt16(at - 2)
    },
    uint32() {
      at += 4
      return view.getUint32(at - 4)
    },
    bytes(length) {
      if (at + length > bytes.length) throw new RangeError('the bytes end before their length')
      at += length
      return bytes.subarray(at - length, at)
    },
    packed16() {
      const code = byte()
      if (code === 253) return uint16()
      if (code === 255) return 253 + byte()
      return code === 254 ? 506 + byte() : code
    },
    base128() {
      let value = 0
      for (let i = 0; i < 5; i++) {
        const next = byte()
        if (i === 0 && next === 0x80) break
        value = value * 128 + (next & 0x7f)
        if (value > 0xffffffff) break
        if (next < 0x80) return value
      }
      throw new RangeError('a number is longer than it may be')
    },
  }
}
