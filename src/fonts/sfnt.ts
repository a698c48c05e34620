import { fail } from '../problem/index.ts'
import type { FontFile } from './containers/font-file.ts'

/** The tables of one font in a file, read when they are asked for. */
export interface SfntTables {
  has(tag: string): boolean
  /** A table as a view that cannot be read past its end unnoticed. */
  table(tag: string): DataView | undefined
}

const trueType = 0x00010000
const required = ['head', 'hhea', 'hmtx', 'maxp', 'cmap']
const headSize = 12
const entrySize = 16

/** Reads the table directory (OpenType 1.9, "Organization of an OpenType Font"), every bound checked. */
export function readSfnt(file: FontFile, name: string, index = 0): SfntTables {
  const start = directoryStart(file, index)
  const head = viewOf(file.read(start, headSize))
  const version = head.byteLength === headSize ? head.getUint32(0) : 0
  if (version !== trueType && version !== 0x74727565 && version !== 0x4f54544f) {
    fail('bad-font', `${name} is not a TrueType or OpenType font`)
  }
  const tableCount = head.getUint16(4)
  const bytes = file.read(start + headSize, tableCount * entrySize)
  if (bytes.length < tableCount * entrySize)
    fail('bad-font', `${name} ends inside its table directory`)
  const view = viewOf(bytes)
  const places = new Map<string, readonly [offset: number, length: number]>()
  for (let at = 0; at < bytes.length; at += entrySize) {
    const tag = String.fromCharCode(...bytes.subarray(at, at + 4))
    const offset = view.getUint32(at + 8)
    const length = view.getUint32(at + 12)
    if (offset + length > file.length) {
      fail('bad-font', `${name}: table '${tag}' reaches past the end of the file`)
    }
    places.set(tag, [offset, length])
  }
  for (const tag of required) {
    if (!places.has(tag)) fail('bad-font', `${name} has no table '${tag}'`)
  }
  if (!places.has('glyf') && !places.has('CFF ') && !places.has('CFF2')) {
    fail('bad-font', `${name} has no outlines`, { hint: 'bitmap fonts are not supported' })
  }
  // Fonts of color glyphs in that format may have empty outlines for those who don't read it.
  const [, glyphsLength = Infinity] = places.get('glyf') ?? []
  const maximum = viewOf(file.read(...(places.get('maxp') ?? [0, 0])))
  const glyphCount = maximum.byteLength < 6 ? 0 : maximum.getUint16(4)
  if (places.has('SVG ') && !places.has('COLR') && glyphsLength < glyphCount) {
    const hint = "its glyphs are in table 'SVG '; color glyphs are read from 'COLR'"
    fail('bad-font', `${name} has no outlines`, { hint })
  }
  return {
    has: tag => places.has(tag),
    table(tag) {
      const place = places.get(tag)
      return place && viewOf(file.read(...place))
    },
  }
}

function viewOf(bytes: Uint8Array): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
}

/** Offset of the table directory; for a collection, that of one of its fonts. */
function directoryStart(file: FontFile, index: number): number {
  const signature = viewOf(file.read(0, 4))
  const entry = viewOf(file.read(12 + index * 4, 4))
  const isCollection =
    signature.byteLength === 4 && signature.getUint32(0) === 0x74746366 && entry.byteLength === 4
  return isCollection ? entry.getUint32(0) : 0
}
