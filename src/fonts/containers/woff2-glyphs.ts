import { type ByteReader, byteReader } from './byte-reader.ts'

/** The tables of outlines as they were before they were packed. */
export interface UnpackedGlyphs {
  readonly glyf: Uint8Array
  readonly loca: Uint8Array
  readonly glyphCount: number
  /** The left edge of each glyph's box; 0 of those without an outline. */
  readonly leftEdges: Int16Array
}

/** Streams of the transformed table, each of one kind of number. */
interface Streams {
  readonly contours: ByteReader
  readonly points: ByteReader
  readonly flags: ByteReader
  readonly glyphs: ByteReader
  readonly composites: ByteReader
  readonly boxes: ByteReader
  readonly instructions: ByteReader
}

const composite = 0xffff
const overlapBit = 1
const simpleOverlap = 0x40

/** The `glyf` and `loca` tables from the transformed `glyf` (WOFF File Format 2.0, 5.1 and 5.3). */
export function unpackGlyphs(bytes: Uint8Array, largest: number): UnpackedGlyphs {
  const head = byteReader(bytes)
  head.uint16()
  const options = head.uint16()
  const glyphCount = head.uint16()
  const isLong = head.uint16() !== 0
  const lengths = Array.from({ length: 7 }, () => head.uint32())
  const part = (length: number) => byteReader(head.bytes(length))
  const [contours, points, flags, glyphs, composites] = lengths.slice(0, 5).map(part)
  const boxPart = head.bytes(lengths[5])
  const instructions = part(lengths[6])
  const bitmapLength = ((glyphCount + 31) >> 5) << 2
  const hasBox = bits(boxPart.subarray(0, bitmapLength))
  const boxes = byteReader(boxPart.subarray(bitmapLength))
  const overlaps = bits(options & overlapBit ? head.bytes((glyphCount + 7) >> 3) : new Uint8Array())
  const streams = { contours, points, flags, glyphs, composites, boxes, instructions }
  const out = byteWriter(largest)
  const offsets = new Uint32Array(glyphCount + 1)
  const leftEdges = new Int16Array(glyphCount)
  for (let glyph = 0; glyph < glyphCount; glyph++) {
    offsets[glyph] = out.length
    const count = streams.contours.uint16()
    if (count === 0) continue
    const start = out.length
    if (count === composite) addComposite(streams, out)
    else addSimple(count, streams, hasBox(glyph), overlaps(glyph), out)
    leftEdges[glyph] = out.int16At(start + 2)
    out.pad()
  }
  offsets[glyphCount] = out.length
  return { glyf: out.bytes(), loca: locaTable(offsets, isLong), glyphCount, leftEdges }
}

/** Bits from the highest of each byte on. */
const bits = (bytes: Uint8Array) => (index: number) =>
  ((bytes[index >> 3] ?? 0) & (0x80 >> (index & 7))) !== 0

function locaTable(offsets: Uint32Array, isLong: boolean): Uint8Array {
  const loca = new Uint8Array(offsets.length * (isLong ? 4 : 2))
  const view = new DataView(loca.buffer)
  for (const [i, offset] of offsets.entries()) {
    if (isLong) view.setUint32(i * 4, offset)
    else if (offset / 2 > 0xffff) throw new RangeError('glyphs are too long for their offsets')
    else view.setUint16(i * 2, offset / 2)
  }
  return loca
}

const [wordArguments, hasScale, moreFollow, hasTwoScales, hasMatrix, hasInstructions] = [
  0x0001, 0x0008, 0x0020, 0x0040, 0x0080, 0x0100,
]

function addComposite({ composites, glyphs, boxes, instructions }: Streams, out: ByteWriter) {
  out.int16(-1)
  out.add(boxes.bytes(8))
  let flags = moreFollow
  let isInstructed = false
  while (flags & moreFollow) {
    flags = composites.uint16()
    out.uint16(flags)
    let length = 2 + (flags & wordArguments ? 4 : 2)
    if (flags & hasScale) length += 2
    else if (flags & hasTwoScales) length += 4
    else if (flags & hasMatrix) length += 8
    out.add(composites.bytes(length))
    if (flags & hasInstructions) isInstructed = true
  }
  if (!isInstructed) return
  const length = glyphs.packed16()
  out.uint16(length)
  out.add(instructions.bytes(length))
}

function addSimple(
  contourCount: number,
  { points, flags, glyphs, boxes, instructions }: Streams,
  hasBox: boolean,
  overlaps: boolean,
  out: ByteWriter,
) {
  const ends = new Uint16Array(contourCount)
  let count = 0
  for (let i = 0; i < contourCount; i++) {
    count += points.packed16()
    ends[i] = count - 1
  }
  if (count > 0xffff) throw new RangeError('a glyph has more points than it may have')
  const [xs, ys] = [new Int16Array(count), new Int16Array(count)]
  const onCurve = new Uint8Array(count)
  let [x, y] = [0, 0]
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < count; i++) {
    const flag = flags.byte()
    onCurve[i] = flag & 0x80 ? 0 : 1
    const [dx, dy] = readStep(flag & 0x7f, glyphs)
    x += dx
    y += dy
    xs[i] = dx
    ys[i] = dy
    left = Math.min(left, x)
    right = Math.max(right, x)
    bottom = Math.min(bottom, y)
    top = Math.max(top, y)
  }
  const instructionLength = glyphs.packed16()
  out.int16(contourCount)
  if (hasBox) out.add(boxes.bytes(8))
  else for (const side of [left, bottom, right, top]) out.int16(count > 0 ? side : 0)
  for (const end of ends) out.uint16(end)
  out.uint16(instructionLength)
  out.add(instructions.bytes(instructionLength))
  writePoints(xs, ys, onCurve, overlaps, out)
}

/** The distance of a point from the one before it, by its flag (5.2, "Triplet Encoding"). */
function readStep(flag: number, from: ByteReader): readonly [dx: number, dy: number] {
  const signed = (value: number, bit: number) => (flag & bit ? value : -value)
  if (flag < 10) return [0, signed(((flag & 14) << 7) + from.byte(), 1)]
  if (flag < 20) return [signed((((flag - 10) & 14) << 7) + from.byte(), 1), 0]
  if (flag < 84) {
    const [high, low] = [flag - 20, from.byte()]
    const dx = 1 + (high & 0x30) + (low >> 4)
    return [signed(dx, 1), signed(1 + ((high & 0x0c) << 2) + (low & 0x0f), 2)]
  }
  if (flag < 120) {
    const high = flag - 84
    const dx = 1 + (Math.floor(high / 12) << 8) + from.byte()
    return [signed(dx, 1), signed(1 + (((high % 12) >> 2) << 8) + from.byte(), 2)]
  }
  if (flag < 124) {
    const [first, second, third] = [from.byte(), from.byte(), from.byte()]
    return [signed((first << 4) + (second >> 4), 1), signed(((second & 0x0f) << 8) + third, 2)]
  }
  const dx = from.uint16()
  return [signed(dx, 1), signed(from.uint16(), 2)]
}

const [shortX, shortY, sameX, sameY] = [0x02, 0x04, 0x10, 0x20]

/** Flags, then steps along x, then along y (OpenType 1.9, "glyf", Simple Glyph Description). */
function writePoints(
  xs: Int16Array,
  ys: Int16Array,
  onCurve: Uint8Array,
  overlaps: boolean,
  out: ByteWriter,
) {
  const isShort = (step: number) => step !== 0 && Math.abs(step) < 256
  for (let i = 0; i < xs.length; i++) {
    let flag = onCurve[i] | (i === 0 && overlaps ? simpleOverlap : 0)
    if (isShort(xs[i])) flag |= shortX | (xs[i] > 0 ? sameX : 0)
    else if (xs[i] === 0) flag |= sameX
    if (isShort(ys[i])) flag |= shortY | (ys[i] > 0 ? sameY : 0)
    else if (ys[i] === 0) flag |= sameY
    out.byte(flag)
  }
  for (const steps of [xs, ys]) {
    for (const step of steps) {
      if (isShort(step)) out.byte(Math.abs(step))
      else if (step !== 0) out.int16(step)
    }
  }
}

interface ByteWriter {
  readonly length: number
  byte(value: number): void
  uint16(value: number): void
  int16(value: number): void
  add(bytes: Uint8Array): void
  /** To a multiple of four. */
  pad(): void
  int16At(at: number): number
  bytes(): Uint8Array
}

/** Grows as it is written to, up to a length beyond which it throws. */
function byteWriter(largest: number): ByteWriter {
  let bytes = new Uint8Array(1 << 12)
  let view = new DataView(bytes.buffer)
  let length = 0
  const room = (count: number) => {
    const at = length
    length += count
    if (length > largest) throw new RangeError('the outlines are longer than any font is')
    if (length <= bytes.length) return at
    const larger = new Uint8Array(Math.max(length, bytes.length * 2))
    larger.set(bytes)
    bytes = larger
    view = new DataView(bytes.buffer)
    return at
  }
  return {
    get length() {
      return length
    },
    byte(value) {
      const at = room(1)
      bytes[at] = value
    },
    uint16(value) {
      const at = room(2)
      view.setUint16(at, value)
    },
    int16(value) {
      const at = room(2)
      view.setInt16(at, value)
    },
    add(more) {
      const at = room(more.length)
      bytes.set(more, at)
    },
    pad() {
      room((4 - (length % 4)) % 4)
    },
    int16At: at => view.getInt16(at),
    bytes: () => bytes.slice(0, length),
  }
}
