import type { GlyphsItem } from './drawing.ts'

/** Whether some of the glyphs have colors of their own, which no ink paints over. */
export function hasColors({ face, glyphs }: Pick<GlyphsItem, 'face' | 'glyphs'>): boolean {
  if (!face.colored) return false
  for (const glyph of glyphs.glyphs) if (face.colorParts(glyph)) return true
  return false
}
