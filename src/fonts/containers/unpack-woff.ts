import { unzlibSync } from 'fflate'
import { fail } from '../../problem/index.ts'
import { sfntFile, sfntLength } from '../sfnt-file.ts'
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
  if (bytes.length < headSize) return fail('bad-font', `${name} ends inside its WOFF header`)
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
  const size = sfntLength(tables)
  if (size > largestFont)
    fail('bad-font', `${name} would decompress to ${size} bytes`, {
      hint: `at most ${largestFont}`,
    })
  return sfntFile(
    view.getUint32(4),
    tables.map(table => ({ ...table, bytes: () => tableBytes(bytes, table, name) })),
  )
}

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
  return fail('bad-font', `${name}: table '${tagText(tag)}' cannot be decompressed`)
}
