/** A glyph as a page shows it. */
export interface EncodedGlyph {
  /** The name of the document's font. */
  readonly font: string
  /** Its code there, as it stands in a string. */
  readonly code: string
  /** The width that readers know, in thousandths of an em. */
  readonly width: number
}

/** A glyph at its place in another, in font units, y upward. */
export interface GlyphPart {
  readonly glyph: number
  readonly x: number
  readonly y: number
}

/** In thousandths of an em: the middle of the line, to the right, and somewhat below its top, upward. */
interface Hook {
  readonly x: number
  readonly y: number
}

/** The meaning of a code: a glyph, or several as one, and their text. */
export interface Coded {
  readonly parts: readonly GlyphPart[]
  /** In font units. */
  readonly advance: number
  readonly text: string
  /** The point by which a glyph of vertical text is positioned, from its origin. */
  readonly hook?: Hook
}

export const atOrigin = (glyph: number): GlyphPart => ({ glyph, x: 0, y: 0 })

/** Tells glyphs that are put together apart. */
export const partsKey = (parts: readonly GlyphPart[]) =>
  parts.map(({ glyph, x, y }) => `${glyph},${x},${y}`).join(';')

/** Whether a code stands for one glyph as it is. */
export const isOnlyGlyph = (parts: readonly GlyphPart[]) =>
  parts.length === 1 && parts[0].x === 0 && parts[0].y === 0

/** A face as a document uses it: a code for each pair of glyph and text. */
export interface EmbeddedFace {
  /** Whether what is not seen is of the same font: readers part words where another begins. */
  readonly hasUnseen: boolean
  encoded(glyph: number, text: string, start?: number, end?: number): EncodedGlyph
  /**
   * The glyphs of a cluster as one: readers take what stands apart for words of their own. Without
   * any it is not seen, and only read. It may be asked to advance farther than they do; where the
   * font cannot have it so, it does not.
   */
  composed(parts: readonly GlyphPart[], text: string, advance?: number): EncodedGlyph
  /** The glyphs of a cluster that stands below others; its width goes down. */
  stacked(parts: readonly GlyphPart[], text: string, hook: Hook): EncodedGlyph
  /** Whether a font of the document can have these glyphs below each other. */
  canStack(glyphs: Iterable<number>): boolean
  write(): void
}
