/** A glyph at its place in another, in font units, y upward. */
export interface GlyphPart {
  readonly glyph: number
  readonly x: number
  readonly y: number
}

/** In thousandths of an em: the middle of the line, to the right, and somewhat below its top, upward. */
export interface Hook {
  readonly x: number
  readonly y: number
}

/** What a code stands for: a glyph, or several as one, and the text that is read for it. */
export interface Coded {
  readonly parts: readonly GlyphPart[]
  /** In font units. */
  readonly advance: number
  readonly text: string
  /** Of letters below each other: the point that a glyph is placed by, from its origin. */
  readonly hook?: Hook
}

export const atOrigin = (glyph: number): GlyphPart => ({ glyph, x: 0, y: 0 })

/** Tells glyphs that are put together apart. */
export const partsKey = (parts: readonly GlyphPart[]) =>
  parts.map(({ glyph, x, y }) => `${glyph},${x},${y}`).join(';')

/** Whether a code stands for one glyph as it is. */
export const isOnlyGlyph = (parts: readonly GlyphPart[]) =>
  parts.length === 1 && parts[0].x === 0 && parts[0].y === 0
