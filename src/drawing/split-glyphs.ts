import { glyphIndexAt, sliceGlyphs } from '../layout/index.ts'
import type { GlyphsItem } from './drawing.ts'

/** The two parts of a run from left to right, before and from an offset in its text. */
export function splitGlyphs(
  item: GlyphsItem,
  offset: number,
): readonly [before: GlyphsItem | undefined, after: GlyphsItem | undefined] {
  const { glyphs, text, face, size, x } = item
  const at = glyphIndexAt(glyphs, offset)
  if (at === 0) return [undefined, item]
  const count = glyphs.glyphs.length
  if (at === count) return [item, undefined]
  let width = 0
  for (let i = 0; i < at; i++) width += glyphs.advances[i]
  const left = x + (width * size) / face.metrics.unitsPerEm
  return [
    { ...item, text: text.slice(0, offset), glyphs: sliceGlyphs(glyphs, 0, at, 0) },
    {
      ...item,
      x: left,
      text: text.slice(offset),
      glyphs: sliceGlyphs(glyphs, at, count, offset),
    },
  ]
}
