import { sfntOf, sfntTables, tableChecksum } from './sfnt-file.ts'

/** A glyph that is put together from others. */
export interface CompositeGlyph {
  /** In font units. */
  readonly advance: number
  /** Glyphs and where their origins are, in font units, y upward. */
  readonly parts: readonly { readonly glyph: number; readonly x: number; readonly y: number }[]
}

/** Offsets are words and mean places, not points (OpenType 1.9, glyf, "Composite Glyph Description"). */
const wordPlaces = 0x0001 | 0x0002
const moreFollow = 0x0020

/**
 * A TrueType font file with composite glyphs added behind its own; `first` is the id of the first.
 * The file is one that was subset here: it has a table `glyf`, and no hinting.
 */
export function withComposites(
  file: Uint8Array,
  composites: readonly CompositeGlyph[],
): { readonly file: Uint8Array; readonly first: number } {
  const tables = sfntTables(file)
  const [head, hhea, maxp, loca, glyf, hmtx] = ['head', 'hhea', 'maxp', 'loca', 'glyf', 'hmtx'].map(
    tag => tables.get(tag) ?? new DataView(new ArrayBuffer(64)),
  )
  const first = maxp.getUint16(4)
  const isLong = head.getInt16(50) === 1
  const startOf = (glyph: number) =>
    isLong ? loca.getUint32(glyph * 4) : loca.getUint16(glyph * 2) * 2
  const boxOf = (glyph: number) => glyphBox(glyf, startOf(glyph), startOf(glyph + 1))
  const added = composites.map(composite => compositeBytes(composite, boxOf))

  const firstStart = startOf(first)
  const outlines = new Uint8Array(added.reduce((sum, { bytes }) => sum + bytes.length, firstStart))
  outlines.set(bytesOf(glyf).subarray(0, firstStart))
  const count = first + composites.length
  const places = new DataView(new ArrayBuffer((count + 1) * 4))
  for (let glyph = 0; glyph <= first; glyph++) places.setUint32(glyph * 4, startOf(glyph))
  let at = firstStart
  for (const [i, { bytes }] of added.entries()) {
    outlines.set(bytes, at)
    at += bytes.length
    places.setUint32((first + i + 1) * 4, at)
  }

  const metrics = new DataView(new ArrayBuffer(count * 4))
  const listed = hhea.getUint16(34)
  for (let glyph = 0; glyph < first; glyph++) {
    metrics.setUint16(glyph * 4, hmtx.getUint16(Math.min(glyph, listed - 1) * 4))
    const bearing = glyph < listed ? glyph * 4 + 2 : listed * 4 + (glyph - listed) * 2
    metrics.setInt16(glyph * 4 + 2, hmtx.getInt16(bearing))
  }
  for (const [i, { left }] of added.entries()) {
    metrics.setUint16((first + i) * 4, Math.max(0, Math.round(composites[i].advance)))
    metrics.setInt16((first + i) * 4 + 2, left)
  }

  const changed = new Map<string, Uint8Array>([
    ['glyf', outlines],
    ['loca', bytesOf(places)],
    ['hmtx', bytesOf(metrics)],
    ['head', patched(head, [8, 0], [10, 0], [50, 1])],
    ['hhea', patched(hhea, [34, count])],
    ['maxp', patched(maxp, ...profile(maxp, count, composites))],
  ])
  const written = [...tables].map(
    ([tag, table]) => [tag, changed.get(tag) ?? bytesOf(table)] as const,
  )
  const whole = sfntOf(0x00010000, new Map(written))
  // That of a whole font with its head's adjustment is a fixed number (OpenType 1.9, head).
  sfntTables(whole)
    .get('head')
    ?.setUint32(8, 0xb1b0afba - tableChecksum(whole))
  return { file: whole, first }
}

/** The most that a composite may have of each (OpenType 1.9, maxp), as upper bounds. */
function profile(
  maxp: DataView,
  count: number,
  composites: readonly CompositeGlyph[],
): [at: number, value: number][] {
  const most = composites.reduce((sum, { parts }) => Math.max(sum, parts.length), 0)
  const times = (simple: number, composite: number) =>
    Math.min(0xffff, Math.max(maxp.getUint16(simple), maxp.getUint16(composite)) * most)
  return [
    [4, count],
    [10, times(6, 10)],
    [12, times(8, 12)],
    [28, Math.max(maxp.getUint16(28), most)],
    [30, maxp.getUint16(30) + 1],
  ]
}

interface GlyphBox {
  readonly left: number
  readonly bottom: number
  readonly right: number
  readonly top: number
}

/** The box that a glyph states; undefined if it has no outline. */
function glyphBox(glyf: DataView, start: number, end: number): GlyphBox | undefined {
  if (end - start < 10) return undefined
  const [left, bottom, right, top] = [2, 4, 6, 8].map(at => glyf.getInt16(start + at))
  return { left, bottom, right, top }
}

function compositeBytes(
  { parts }: CompositeGlyph,
  boxOf: (glyph: number) => GlyphBox | undefined,
): { readonly bytes: Uint8Array; readonly left: number } {
  const inked = parts.flatMap(({ glyph, x, y }) => {
    const box = boxOf(glyph)
    return box ? [{ glyph, x, y, box }] : []
  })
  if (inked.length === 0) return { bytes: new Uint8Array(0), left: 0 }
  const view = new DataView(new ArrayBuffer(Math.ceil((10 + inked.length * 8) / 4) * 4))
  const left = Math.min(...inked.map(({ x, box }) => x + box.left))
  view.setInt16(0, -1)
  view.setInt16(2, left)
  view.setInt16(4, Math.min(...inked.map(({ y, box }) => y + box.bottom)))
  view.setInt16(6, Math.max(...inked.map(({ x, box }) => x + box.right)))
  view.setInt16(8, Math.max(...inked.map(({ y, box }) => y + box.top)))
  for (const [i, { glyph, x, y }] of inked.entries()) {
    const at = 10 + i * 8
    view.setUint16(at, wordPlaces | (i < inked.length - 1 ? moreFollow : 0))
    view.setUint16(at + 2, glyph)
    view.setInt16(at + 4, x)
    view.setInt16(at + 6, y)
  }
  return { bytes: bytesOf(view), left }
}

function bytesOf({ buffer, byteOffset, byteLength }: DataView): Uint8Array {
  return new Uint8Array(buffer, byteOffset, byteLength)
}

/** A copy of a table with 16-bit values set. */
function patched(table: DataView, ...values: (readonly [at: number, value: number])[]): Uint8Array {
  const bytes = Uint8Array.from(bytesOf(table))
  const view = new DataView(bytes.buffer)
  for (const [at, value] of values) view.setUint16(at, value)
  return bytes
}
