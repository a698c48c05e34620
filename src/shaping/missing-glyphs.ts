/** The glyph of what a font lacks (OpenType, `.notdef`). */
export const missingGlyph = 0

/** Written out: the method of typed arrays is slow for short ones. */
export function hasMissing(glyphs: Uint32Array): boolean {
  for (let i = 0; i < glyphs.length; i++) if (glyphs[i] === missingGlyph) return true
  return false
}
