/** Parts that several tables of OpenType have. */

/** A tag of four characters. */
export const tagAt = (table: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map(i => table.getUint8(at + i)))

/**
 * The number of a glyph in a coverage table (OpenType 1.9, chapter 2, "Coverage table"); -1 where it
 * is not covered. `u16` reads the table, and says what a place past its end is.
 */
export function coverageIndex(u16: (at: number) => number, at: number, glyph: number): number {
  const format = u16(at)
  const count = u16(at + 2)
  if (format === 1) {
    for (let i = 0; i < count; i++) if (u16(at + 4 + i * 2) === glyph) return i
  } else if (format === 2) {
    for (let i = 0; i < count; i++) {
      const range = at + 4 + i * 6
      const first = u16(range)
      if (glyph >= first && glyph <= u16(range + 2)) return u16(range + 4) + glyph - first
    }
  }
  return -1
}
