import { fail } from '../problem/index.ts'
import type { FaceMetrics, Slant } from './face.ts'
import { type NamedInstance, readAxes, type VariationAxis } from './variations.ts'

/** The tables of one font in a file, as views that cannot be read past their ends unnoticed. */
export type SfntTables = ReadonlyMap<string, DataView>

/** What a face says of itself in `name`, `OS/2`, `head`, `hhea`, `post` and `maxp`. */
export interface FaceNames {
  readonly family: string
  readonly postScriptName: string
  readonly weight: number
  readonly slant: Slant
  readonly metrics: FaceMetrics
  readonly glyphCount: number
  readonly outlineFormat: 'glyf' | 'CFF'
  readonly embeddable: boolean
  readonly axes: readonly VariationAxis[]
  readonly instances: readonly NamedInstance[]
}

const trueType = 0x00010000
const required = ['head', 'hhea', 'hmtx', 'maxp', 'cmap', 'name']

/** Reads the table directory (OpenType 1.9, "Organization of an OpenType Font"), every bound checked. */
export function readSfnt(bytes: Uint8Array, name: string, index = 0): SfntTables {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const start = directoryStart(view, index)
  const version = start + 12 <= bytes.length ? view.getUint32(start) : 0
  if (version !== trueType && version !== 0x74727565 && version !== 0x4f54544f) {
    fail('bad-font', `${name} is not a TrueType or OpenType font`)
  }
  const count = view.getUint16(start + 4)
  const end = start + 12 + count * 16
  if (end > bytes.length) fail('bad-font', `${name} ends inside its table directory`)
  const tables = new Map<string, DataView>()
  for (let at = start + 12; at < end; at += 16) {
    const tag = String.fromCharCode(...bytes.subarray(at, at + 4))
    const offset = view.getUint32(at + 8)
    const length = view.getUint32(at + 12)
    if (offset + length > bytes.length) {
      fail('bad-font', `${name}: table '${tag}' reaches past the end of the file`)
    }
    tables.set(tag, new DataView(bytes.buffer, bytes.byteOffset + offset, length))
  }
  for (const tag of required) {
    if (!tables.has(tag)) fail('bad-font', `${name} has no table '${tag}'`)
  }
  if (!tables.has('glyf') && !tables.has('CFF ') && !tables.has('CFF2')) {
    fail('bad-font', `${name} has no outlines`, { hint: 'bitmap fonts cannot be set' })
  }
  return tables
}

/** Where the table directory starts: of a collection, that of one of its fonts. */
function directoryStart(view: DataView, index: number): number {
  const isCollection = view.byteLength >= 16 + index * 4 && view.getUint32(0) === 0x74746366
  return isCollection ? view.getUint32(12 + index * 4) : 0
}

/** Reads names and metrics; a table too short for its fields is an error naming it. */
export function readFaceNames(tables: SfntTables, name: string): FaceNames {
  const read = (tag: string, size: number) => {
    const view = tables.get(tag)
    if (!view || view.byteLength < size) fail('bad-font', `${name}: table '${tag}' is too short`)
    return view
  }
  const head = read('head', 54)
  const hhea = read('hhea', 36)
  const maxp = read('maxp', 6)
  const unitsPerEm = head.getUint16(18)
  if (unitsPerEm < 16 || unitsPerEm > 16384) {
    fail('bad-font', `${name}: table 'head' gives ${unitsPerEm} units per em (16 to 16384)`)
  }
  const os2 = tables.has('OS/2') ? read('OS/2', 78) : undefined
  const italicAngle = tables.has('post') ? read('post', 32).getInt32(4) / 65536 : 0
  const version = os2?.getUint16(0) ?? 0
  const selection = os2?.getUint16(62) ?? 0
  // OS/2.fsSelection bit 7 says that the typographic metrics are the ones to use.
  const typographic = os2 && (selection & 0x80) !== 0
  const heights = os2 && version >= 2 && os2.byteLength >= 90
  const names = readNames(read('name', 6))
  const family = names.get(16) ?? names.get(1)
  if (!family) fail('bad-font', `${name}: table 'name' has no family name`)
  return {
    family,
    postScriptName: names.get(6) ?? family.replace(/[^A-Za-z0-9-]/g, ''),
    weight: Math.min(1000, Math.max(1, os2?.getUint16(4) || 400)),
    slant: selection & 1 ? 'italic' : selection & 0x200 ? 'oblique' : 'normal',
    glyphCount: maxp.getUint16(4),
    outlineFormat: tables.has('glyf') ? 'glyf' : 'CFF',
    // Of the usage permissions, 2 alone is "restricted license embedding".
    embeddable: ((os2?.getUint16(8) ?? 0) & 0xf) !== 2,
    ...readAxes(tables.get('fvar'), id => names.get(id)),
    metrics: {
      unitsPerEm,
      ascent: typographic ? os2.getInt16(68) : hhea.getInt16(4),
      descent: typographic ? os2.getInt16(70) : hhea.getInt16(6),
      lineGap: typographic ? os2.getInt16(72) : hhea.getInt16(8),
      xHeight: heights ? os2.getInt16(86) : Math.round(unitsPerEm / 2),
      capHeight: heights ? os2.getInt16(88) : Math.round(unitsPerEm * 0.7),
      italicAngle,
    },
  }
}

/** Windows names in Unicode, English before other languages; `name` ids to strings. */
function readNames(table: DataView): Map<number, string> {
  const names = new Map<number, string>()
  const count = table.getUint16(2)
  const strings = table.getUint16(4)
  for (let i = 0, at = 6; i < count && at + 12 <= table.byteLength; i++, at += 12) {
    const [platform, , language, id, length, offset] = [0, 2, 4, 6, 8, 10].map(o =>
      table.getUint16(at + o),
    )
    const start = strings + offset
    if (platform !== 3 || start + length > table.byteLength) continue
    if (names.has(id) && language !== 0x409) continue
    let text = ''
    for (let o = 0; o + 1 < length; o += 2) text += String.fromCharCode(table.getUint16(start + o))
    names.set(id, text)
  }
  return names
}
