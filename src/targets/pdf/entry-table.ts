/** Kinds of entries in a cross-reference stream (ISO 32000-2, 7.5.8.3). */
export const entryKind = { free: 0, inFile: 1, inObjectStream: 2 } as const

/** The cross-reference entries: kind, offset or object stream, and index in the stream. */
interface EntryTable {
  readonly length: number
  /** Adds an entry; gives its number. */
  add(): number
  set(number: number, kind: number, where: number, index: number): void
  bytes(): Uint8Array
}

/** The width of each field of an entry, in bytes: a file may be longer than 4 GB. */
export const entryWidths = [1, 6, 2] as const
const size = 9

/** Long documents have an entry for each paragraph: nothing but its bytes is kept of one. */
export function entryTable(): EntryTable {
  let bytes = new Uint8Array(size * 256)
  let view = new DataView(bytes.buffer)
  let length = 0
  return {
    get length() {
      return length
    },
    add() {
      if ((length + 1) * size > bytes.length) {
        const larger = new Uint8Array(bytes.length * 2)
        larger.set(bytes)
        bytes = larger
        view = new DataView(bytes.buffer)
      }
      return length++
    },
    set(number, kind, where, index) {
      view.setUint8(number * size, kind)
      view.setUint16(number * size + 1, Math.floor(where / 2 ** 32))
      view.setUint32(number * size + 3, where >>> 0)
      view.setUint16(number * size + 7, index)
    },
    bytes: () => bytes.subarray(0, length * size),
  }
}
