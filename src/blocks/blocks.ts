/**
 * Rows of numbers cut from shared blocks of memory. An engine needs far longer for a typed array
 * with memory of its own than for a view of memory that is there; a label takes a dozen of them.
 * Memory is never used twice, so each row is all zeros, and immutable once it was handed on.
 */
const blockBytes = 1 << 15

/** Longer rows get memory of their own, so that no short one keeps theirs. */
const mostBytes = blockBytes >> 3

let block = new ArrayBuffer(0)
let used = 0

/** Where in the block the next row starts; its length is a multiple of eight, as any row may need. */
function cut(bytes: number): number {
  if (used + bytes > block.byteLength) {
    block = new ArrayBuffer(blockBytes)
    used = 0
  }
  const start = used
  used += (bytes + 7) & ~7
  return start
}

export function bytesRow(length: number): Uint8Array<ArrayBuffer> {
  if (length > mostBytes) return new Uint8Array(length)
  const start = cut(length)
  return new Uint8Array(block, start, length)
}

export function uint32Row(length: number): Uint32Array<ArrayBuffer> {
  if (length * 4 > mostBytes) return new Uint32Array(length)
  const start = cut(length * 4)
  return new Uint32Array(block, start, length)
}

export function int32Row(length: number): Int32Array<ArrayBuffer> {
  if (length * 4 > mostBytes) return new Int32Array(length)
  const start = cut(length * 4)
  return new Int32Array(block, start, length)
}

export function float64Row(length: number): Float64Array<ArrayBuffer> {
  if (length * 8 > mostBytes) return new Float64Array(length)
  const start = cut(length * 8)
  return new Float64Array(block, start, length)
}
