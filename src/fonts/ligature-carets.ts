import type { SfntTables } from './sfnt.ts'
import { coverageIndex } from './table-parts.ts'

/** Insertion points inside a ligature, in font units from its origin. */
type LigatureCarets = (glyph: number) => readonly number[]

const none: readonly number[] = []

/**
 * Reads the list of ligature carets of `GDEF` (OpenType 1.9), of those that are stated as
 * coordinates; device and variation corrections are left out. Nothing of a broken table.
 */
export function readLigatureCarets(tables: SfntTables): LigatureCarets {
  const table = tables.table('GDEF')
  const list = table ? offsetAt(table, 0, 8) : undefined
  if (!table || list === undefined) return () => none
  const coverage = offsetAt(table, list, list)
  return glyph => {
    const index =
      coverage === undefined ? -1 : coverageIndex(place => uint16(table, place), coverage, glyph)
    if (index < 0 || index >= uint16(table, list + 2)) return none
    const ligature = offsetAt(table, list, list + 4 + index * 2)
    if (ligature === undefined) return none
    const carets: number[] = []
    for (let i = 0; i < uint16(table, ligature); i++) {
      const caret = offsetAt(table, ligature, ligature + 2 + i * 2)
      const format = caret === undefined ? 0 : uint16(table, caret)
      if (caret !== undefined && (format === 1 || format === 3) && caret + 4 <= table.byteLength) {
        carets.push(table.getInt16(caret + 2))
      }
    }
    return carets
  }
}

/** 0 past the end of the table. */
function uint16(table: DataView, at: number): number {
  return at + 2 <= table.byteLength ? table.getUint16(at) : 0
}

/** An offset from `base`, stated at `at`; undefined if it is null or leads out of the table. */
function offsetAt(table: DataView, base: number, at: number): number | undefined {
  const offset = uint16(table, at)
  return offset === 0 || base + offset >= table.byteLength ? undefined : base + offset
}
