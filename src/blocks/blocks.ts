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

/** Offset in the block at which the next row starts: a multiple of eight, as any row may need. */
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

/** The rows that glyphs of a text are kept in: one entry of each a glyph. */
interface GlyphRows {
  readonly glyphs: Uint32Array<ArrayBuffer>
  readonly advances: Int32Array<ArrayBuffer>
  readonly clusters: Uint32Array<ArrayBuffer>
  readonly offsetsX: Int32Array<ArrayBuffer>
  readonly offsetsY: Int32Array<ArrayBuffer>
  readonly unsafe: Uint8Array<ArrayBuffer>
}

/**
 * Rows for glyphs, in a block of their own: layouts are cloned and posted with them, and one whose glyphs
 * are made only then must not have them in memory that was copied before, nor bring that of others along.
 */
export function glyphRows(count: number): GlyphRows {
  const row = count * 4
  const own = new ArrayBuffer(row * 5 + count)
  return {
    glyphs: new Uint32Array(own, 0, count),
    advances: new Int32Array(own, row, count),
    clusters: new Uint32Array(own, 2 * row, count),
    offsetsX: new Int32Array(own, 3 * row, count),
    offsetsY: new Int32Array(own, 4 * row, count),
    unsafe: new Uint8Array(own, 5 * row, count),
  }
}
