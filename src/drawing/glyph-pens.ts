import type { GlyphsItem } from './drawing.ts'

/** A target's action for each glyph: `x` and `y` in font units from the run's start, y upward. */
type VisitGlyph = (glyph: number, x: number, y: number, index: number) => void

/** Visits the glyphs of an item with the places of their origins. */
export function eachGlyph({ glyphs }: GlyphsItem, visit: VisitGlyph) {
  let pen = 0
  for (let i = 0; i < glyphs.glyphs.length; i++) {
    visit(glyphs.glyphs[i], pen + glyphs.offsetsX[i], glyphs.offsetsY[i], i)
    pen += glyphs.advances[i]
  }
}
