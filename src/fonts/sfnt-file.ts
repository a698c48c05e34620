/** A table as the directory of a font file lists it. */
interface ListedTable {
  /** Four letters as a number, big endian. */
  readonly tag: number
  readonly checksum: number
  readonly length: number
  bytes(): Uint8Array
}

/** Without bitwise operators: a length that is claimed may be beyond 31 bits. */
const padded = (length: number) => Math.ceil(length / 4) * 4

/** The length of a file with these tables, in bytes. */
export function sfntLength(tables: readonly Pick<ListedTable, 'length'>[]): number {
  return tables.reduce((total, table) => total + padded(table.length), 12 + tables.length * 16)
}

/** A font file (OpenType 1.9, "Organization of an OpenType Font") of tables in the order they are given. */
export function sfntFile(flavor: number, tables: readonly ListedTable[]): Uint8Array {
  const font = new Uint8Array(sfntLength(tables))
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
    font.set(table.bytes(), at)
    at += padded(table.length)
  }
  return font
}

/** A font file of tables by their tags, whose checksums are made. */
export function sfntOf(flavor: number, tables: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const listed = [...tables].map(([tag, bytes]): ListedTable => {
    const number = [...tag].reduce((sum, letter) => sum * 256 + letter.charCodeAt(0), 0)
    const checksum = tableChecksum(bytes)
    return { tag: number, length: bytes.length, checksum, bytes: () => bytes }
  })
  return sfntFile(flavor, listed)
}

/** The tables of a sound font file, such as one that was written here, in its order. */
export function sfntTables(file: Uint8Array): Map<string, DataView> {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength)
  const tables = new Map<string, DataView>()
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + i * 16
    const tag = String.fromCharCode(...file.subarray(at, at + 4))
    const offset = file.byteOffset + view.getUint32(at + 8)
    tables.set(tag, new DataView(file.buffer, offset, view.getUint32(at + 12)))
  }
  return tables
}

/** The sum of a table's 32-bit words, as its directory wants it. */
export function tableChecksum(bytes: Uint8Array): number {
  let sum = 0
  for (let i = 0; i < bytes.length; i++) sum = (sum + bytes[i] * 2 ** (24 - (i % 4) * 8)) >>> 0
  return sum
}
