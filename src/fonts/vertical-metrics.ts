import type { Extents } from '../geometry/index.ts'
import type { SfntTables } from './sfnt.ts'

/** Distances of letters below each other, and their vertical origins, in font units. */
export interface VerticalMetrics {
  /** Whether the font states them; without that every letter takes an em. */
  readonly isStated: boolean
  /** The vertical advance of a glyph. */
  advance(glyph: number): number
  /** The height of a glyph's vertical origin above the baseline. */
  origin(glyph: number): number
}

/** The top and the bottom of letters, y upward. */
interface Heights {
  readonly unitsPerEm: number
  readonly ascent: number
  readonly descent: number
}

/**
 * Reads `vhea`, `vmtx` and `VORG` (OpenType 1.9). Where there is no `VORG`, a letter begins as far
 * above the top of its outline as `vmtx` says.
 */
export function readVerticalMetrics(
  tables: SfntTables,
  heights: Heights,
  extents: (glyph: number) => Extents | undefined,
): VerticalMetrics {
  const { unitsPerEm, ascent, descent } = heights
  // Without metrics the letter's line box stands in the middle of its em.
  const middle = (ascent + descent) / 2
  const usual = Math.round(middle + unitsPerEm / 2)
  const [heads, rows] = [tables.table('vhea'), tables.table('vmtx')]
  const longCount = heads && heads.byteLength >= 36 ? heads.getUint16(34) : 0
  const isBroken = !rows || longCount === 0 || rows.byteLength < longCount * 4
  if (isBroken) return { isStated: false, advance: () => unitsPerEm, origin: () => usual }
  const origins = readOrigins(tables.table('VORG'))
  const bearing = (glyph: number) => {
    const at = glyph < longCount ? glyph * 4 + 2 : longCount * 4 + (glyph - longCount) * 2
    return at + 2 <= rows.byteLength ? rows.getInt16(at) : 0
  }
  return {
    isStated: true,
    advance: glyph => rows.getUint16(Math.min(glyph, longCount - 1) * 4),
    origin(glyph) {
      if (origins) return origins(glyph)
      const top = extents(glyph)?.top
      return top === undefined ? usual : top + bearing(glyph)
    },
  }
}

/** The vertical origin of each glyph; glyphs that the table does not list have its default. */
function readOrigins(table: DataView | undefined): ((glyph: number) => number) | undefined {
  if (!table || table.byteLength < 8) return undefined
  const usual = table.getInt16(4)
  const count = Math.min(table.getUint16(6), Math.floor((table.byteLength - 8) / 4))
  const listed = new Map<number, number>()
  for (let i = 0; i < count; i++) {
    listed.set(table.getUint16(8 + i * 4), table.getInt16(10 + i * 4))
  }
  return glyph => listed.get(glyph) ?? usual
}
