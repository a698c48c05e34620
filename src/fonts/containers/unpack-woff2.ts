import { decompress } from 'brotli/decompress'
import { fail } from '../../problem/index.ts'
import { sfntFile, tableChecksum } from '../sfnt-file.ts'
import { type ByteReader, byteReader } from './byte-reader.ts'
import { largestFont } from './limits.ts'
import { type UnpackedGlyphs, unpackGlyphs } from './woff2-glyphs.ts'

/** Tags by the number they have in a table directory (WOFF File Format 2.0, 4.1). */
const knownTags = (
  'cmap head hhea hmtx maxp name OS/2 post cvt_ fpgm glyf loca prep CFF_ VORG EBDT EBLC gasp hdmx ' +
  'kern LTSH PCLT VDMX vhea vmtx BASE GDEF GPOS GSUB EBSC JSTF MATH CBDT CBLC COLR CPAL SVG_ sbix ' +
  'acnt avar bdat bloc bsln cvar fdsc feat fmtx fvar gvar hsty just lcar mort morx opbd prop trak ' +
  'Zapf Silf Glat Gloc Feat Sill'
)
  .replaceAll('_', ' ')
  .split(/ (?=\S)/)

interface PackedTable {
  readonly tag: string
  /** Length in the file, in bytes. */
  readonly length: number
  /** As it stands in the compressed data. */
  readonly packedLength: number
  readonly isTransformed: boolean
}

const headLength = 48
const collection = 0x74746366

/**
 * The font in a WOFF2 file (W3C WOFF File Format 2.0), as it was before it was packed. Nothing is
 * evaluated and nothing fetched, so that it works under any policy of a page. Lengths that the file
 * claims are checked before memory is taken for them. Throws `bad-font`.
 */
export function unpackWoff2(bytes: Uint8Array, name: string): Uint8Array {
  const head = byteReader(bytes)
  if (bytes.length < headLength) return fail('bad-font', `${name} ends inside its WOFF2 header`)
  head.uint32()
  const flavor = head.uint32()
  const length = head.uint32()
  if (length !== bytes.length)
    return fail('bad-font', `${name} is not as long as its WOFF2 header states`)
  if (flavor === collection) {
    return fail('bad-font', `${name} is a collection in WOFF2`, {
      hint: 'unpack it into single fonts',
    })
  }
  const tableCount = head.uint16()
  head.uint16()
  const size = head.uint32()
  if (size > largestFont) {
    return fail('bad-font', `${name} would decompress to ${size} bytes`, {
      hint: `at most ${largestFont}`,
    })
  }
  const packedLength = head.uint32()
  head.bytes(headLength - 24)
  try {
    const tables = Array.from({ length: tableCount }, () => readTable(head))
    const total = tables.reduce((sum, table) => sum + table.packedLength, 0)
    const claimed = tables.reduce((sum, table) => sum + table.length, total)
    if (claimed > largestFont * 2) {
      return fail('bad-font', `${name} would decompress to ${claimed} bytes`, {
        hint: `at most ${largestFont}`,
      })
    }
    const data = decompress(head.bytes(packedLength), total)
    if (data.length < total) throw new RangeError('the data is shorter than its tables')
    return fontOf(flavor, tables, byteReader(data))
  } catch (error) {
    if (error instanceof Error && error.name === 'DotLineError') throw error
    return fail('bad-font', `${name} cannot be decompressed from WOFF2`, {
      hint: error instanceof Error ? error.message : undefined,
    })
  }
}

function readTable(head: ByteReader): PackedTable {
  const flags = head.byte()
  const number = flags & 0x3f
  const tag = number === 0x3f ? String.fromCharCode(...head.bytes(4)) : knownTags[number]
  const version = flags >> 6
  const length = head.base128()
  const isOutlines = tag === 'glyf' || tag === 'loca'
  const isTransformed = isOutlines ? version !== 3 : version !== 0
  const packedLength = isTransformed ? head.base128() : length
  if (isTransformed && !isOutlines && !(tag === 'hmtx' && version === 1)) {
    throw new RangeError(`the table '${tag}' is packed in a way that is not known`)
  }
  return { tag, length, packedLength, isTransformed }
}

function fontOf(flavor: number, tables: readonly PackedTable[], data: ByteReader): Uint8Array {
  const packed = tables.map(table => ({ ...table, bytes: data.bytes(table.packedLength) }))
  const packedOf = (tag: string) => packed.find(table => table.tag === tag)
  const outlines = packedOf('glyf')
  const glyphs = outlines?.isTransformed ? unpackGlyphs(outlines.bytes, largestFont) : undefined
  const hhea = packedOf('hhea')?.bytes
  const unpacked = packed.map(({ tag, bytes, isTransformed }) => {
    if (!isTransformed) return { tag, bytes }
    if (!glyphs) throw new RangeError(`the table '${tag}' needs outlines that are packed`)
    if (tag === 'hmtx') return { tag, bytes: unpackMetrics(bytes, hhea, glyphs) }
    return { tag, bytes: tag === 'glyf' ? glyphs.glyf : glyphs.loca }
  })
  const listed = unpacked
    .map(({ tag, bytes }) => ({
      tag: byteReader(Uint8Array.from(tag, c => c.charCodeAt(0))).uint32(),
      checksum: tableChecksum(bytes),
      length: bytes.length,
      bytes: () => bytes,
    }))
    // In a font file the directory is sorted, whatever the order of the data.
    .sort((a, b) => a.tag - b.tag)
  return sfntFile(flavor, listed)
}

/** The `hmtx` table where left side bearings that are the glyphs' left edges were left out (5.4). */
function unpackMetrics(
  bytes: Uint8Array,
  hhea: Uint8Array | undefined,
  { glyphCount, leftEdges }: UnpackedGlyphs,
): Uint8Array {
  if (!hhea || hhea.length < 36) throw new RangeError("there is no table 'hhea'")
  const count = (hhea[34] << 8) | hhea[35]
  if (count < 1 || count > glyphCount) throw new RangeError('there are no such advances')
  const from = byteReader(bytes)
  const flags = from.byte()
  const advances = Array.from({ length: count }, () => from.uint16())
  const bearing = (glyph: number, isLeftOut: boolean) =>
    isLeftOut ? leftEdges[glyph] : from.int16()
  const table = new DataView(new ArrayBuffer(count * 4 + (glyphCount - count) * 2))
  for (let glyph = 0; glyph < count; glyph++) {
    table.setUint16(glyph * 4, advances[glyph])
    table.setInt16(glyph * 4 + 2, bearing(glyph, (flags & 1) !== 0))
  }
  for (let glyph = count; glyph < glyphCount; glyph++) {
    table.setInt16(count * 4 + (glyph - count) * 2, bearing(glyph, (flags & 2) !== 0))
  }
  return new Uint8Array(table.buffer)
}
