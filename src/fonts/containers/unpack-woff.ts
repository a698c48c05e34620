import { unzlibSync } from 'fflate'
import { fail } from '../../problem/index.ts'
import { largestFont } from './limits.ts'

interface WoffTable {
  readonly tag: number
  readonly offset: number
  readonly packed: number
  readonly length: number
  readonly checksum: number
}

const headSize = 44
const entrySize = 20

/**
 * The font in a WOFF file (W3C WOFF File Format 1.0), as it was before it was packed. Lengths that
 * the file claims are checked before memory is taken for them.
 */
export function unpackWoff(bytes: Uint8Array, name: string): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes.length < headSize) return fail('bad-font', `${name} ends inside its WOFF head`)
  const count = view.getUint16(12)
  if (headSize + count * entrySize > bytes.length) {
    return fail('bad-font', `${name} ends inside its table directory`)
  }
  const tables = Array.from({ length: count }, (_, i): WoffTable => {
    const at = headSize + i * entrySize
    const [tag, offset, packed, length, checksum] = [0, 4, 8, 12, 16].map(o =>
      view.getUint32(at + o),
    )
    if (offset + packed > bytes.length || packed > length) {
      fail('bad-font', `${name}: table '${tagText(tag)}' reaches past the end of the file`)
    }
    return { tag, offset, packed, length, checksum }
  })
  const size = tables.reduce((total, table) => total + padded(table.length), 12 + count * 16)
  if (size > largestFont)
    fail('bad-font', `${name} would unpack to ${size} bytes`, { hint: `at most ${largestFont}` })
  return sfntOf(view.getUint32(4), tables, size, table => tableBytes(bytes, table, name))
}

/** Without bitwise operators: a length that is claimed may be beyond 31 bits. */
const padded = (length: number) => Math.ceil(length / 4) * 4

const tagText = (tag: number) =>
  String.fromCharCode(tag >>> 24, (tag >> 16) & 255, (tag >> 8) & 255, tag & 255)

function tableBytes(
  bytes: Uint8Array,
  { tag, offset, packed, length }: WoffTable,
  name: string,
): Uint8Array {
  const data = bytes.subarray(offset, offset + packed)
  if (packed === length) return data
  try {
    const unpacked = unzlibSync(data, { out: new Uint8Array(length) })
    if (unpacked.length === length) return unpacked
  } catch {
    // Told below, in our words.
  }
  return fail('bad-font', `${name}: table '${tagText(tag)}' cannot be unpacked`)
}

/** A font file (OpenType 1.9, "Organization of an OpenType Font") of tables in the order they are given. */
function sfntOf(
  flavor: number,
  tables: readonly WoffTable[],
  size: number,
  bytesOf: (table: WoffTable) => Uint8Array,
): Uint8Array {
  const font = new Uint8Array(size)
  const view = new DataView(font.buffer)
  const power = 2 ** Math.floor(Math.log2(Math.max(1, tables.length)))
  view.setUint32(0, flavor)
  view.setUint16(4, tables.length)
  view.setUint16(6, power * 16)
  view.setUint16(8, Math.log2(power))
  view.setUint16(10, tables.length * 16 - power * 16)
  let at = 12 + tables.length * 16
  for (const [i, table] of tables.entries()) {
    const entry = 12 + i * 16
    view.setUint32(entry, table.tag)
    view.setUint32(entry + 4, table.checksum)
    view.setUint32(entry + 8, at)
    view.setUint32(entry + 12, table.length)
    font.set(bytesOf(table), at)
    at += padded(table.length)
  }
  return font
}
