import type { Extents, Outline } from '../geometry/index.ts'
import type { ColorPart } from './color-glyph.ts'
import type { Slant } from './slant.ts'
import type { Coordinates, VariationAxis } from './variations.ts'
import type { VerticalMetrics } from './vertical-metrics.ts'

/** Properties of a text for HarfBuzz; it guesses none of them. */
export interface Segment {
  /** ISO 15924 tag, such as `Latn`. */
  readonly script: string
  /** BCP 47 tag. */
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  /** OpenType features, such as `liga=0`. */
  readonly features: readonly string[]
}

/** A few characters beside a text, which affect its shaping but are not shaped with it. */
export interface Context {
  readonly before: string
  readonly after: string
}

/** A text as glyphs, in visual order, one entry a glyph in each array; lengths in font units. */
export interface ShapedGlyphs {
  readonly glyphs: Uint32Array
  /** Whole, but where a line was justified. */
  readonly advances: Int32Array | Float64Array
  readonly offsetsX: Int32Array
  /** Upward. */
  readonly offsetsY: Int32Array
  /** UTF-16 offset of the first character of the glyph's cluster. */
  readonly clusters: Uint32Array
  /** 1 where breaking the text before this cluster would change its glyphs or places. */
  readonly unsafe: Uint8Array
}

/** Metrics of a face, in font units, y upward, from its tables. */
export interface FaceMetrics {
  /** Font units of an em. */
  readonly unitsPerEm: number
  /** Height of a line above the baseline, in font units. */
  readonly ascent: number
  /** Below the baseline, and so negative. */
  readonly descent: number
  /** Room between lines that the face asks for, in font units. */
  readonly lineGap: number
  /** In font units. */
  readonly capHeight: number
  /** In font units. */
  readonly xHeight: number
  /** Degrees, counter-clockwise; an italic's is negative. */
  readonly italicAngle: number
  /** The middle of an underline, below the baseline and so negative; and how thick it is. */
  readonly underlinePosition: number
  /** In font units. */
  readonly underlineThickness: number
  /** The top of a line that strikes text out, and how thick it is. */
  readonly strikePosition: number
  /** In font units. */
  readonly strikeThickness: number
}

/** A trait that the family lacks and that is made from an existing face. */
export type Synthesized = 'weight' | 'slant'

/** One face of a family, open. */
export interface Face {
  /** Identifies the face among the fonts. */
  readonly key: string
  /** Identifies the font's contents, its place on the axes and its synthesis; the same wherever the font is open. */
  readonly id: string
  /** The name of the family. */
  readonly family: string
  /** PostScript name (OpenType, name ID 6). */
  readonly postScriptName: string
  /** 1 to 1000. */
  readonly weight: number
  /** Upright or slanted. */
  readonly slant: Slant
  /** Percent of the usual width. */
  readonly stretch: number
  /** The parts of its weight and slant that are synthesized. */
  readonly synthesized: readonly Synthesized[]
  /** Its metrics, in font units. */
  readonly metrics: FaceMetrics
  /** The file's contents. */
  readonly bytes: Uint8Array
  /** The table that holds its outlines. */
  readonly outlineFormat: 'glyf' | 'CFF' | 'CFF2'
  /** Whether the license allows embedding (`OS/2.fsType`). */
  readonly embeddable: boolean
  /** Whether some glyphs have colors of their own. */
  readonly colored: boolean
  /** Its axes, if it is variable. */
  readonly axes: readonly VariationAxis[]
  /** Its place on the axes of a variable font. */
  readonly coordinates: Coordinates
  /** Number of glyphs. */
  readonly glyphCount: number
  /** Glyph of a code point, by `cmap`; 0 if there is no glyph. */
  glyphOf(codePoint: number): number
  /** Advance of a glyph, in font units. */
  advance(glyph: number): number
  /** The rectangle around a glyph, in font units; undefined if nothing is painted. */
  extents(glyph: number): Extents | undefined
  /** Metrics for vertical text. */
  vertical(): VerticalMetrics
  /** Caret positions inside a ligature, in font units from its origin; empty if the font states none. */
  ligatureCarets(glyph: number): readonly number[]
  /** The outline of a glyph, in font units. */
  outline(glyph: number): Outline
  /** Layers of a color glyph; undefined if it takes the text's ink. */
  colorParts(glyph: number): readonly ColorPart[] | undefined
  /** Whether a glyph looks as in the font's own bytes: neither colored nor synthesized. */
  isPlain(glyph: number): boolean
  /** Shapes a text; letters of joined scripts join with those of the context. */
  shape(text: string, segment: Segment, context?: Context): ShapedGlyphs
  /** Whether spaces change the words beside them by kerning only, with these features on. */
  spacesStandAlone(features: readonly string[]): boolean
  /**
   * Whether the font has the same rules for two scripts with these features on, so that their text
   * can be shaped together. Scripts are ISO 15924 tags, such as `Hani`.
   */
  sharesRules(one: string, other: string, features: readonly string[]): boolean
  /** A font file with these glyphs only, under the ids they had. */
  subset(glyphs: Iterable<number>): Uint8Array
  /**
   * A font file that sets a text as this face does, with its features; of a variable font, as it
   * stands here. Throws `unavailable-subsetter` where the fonts were opened without one.
   */
  subsetForText(text: string): Uint8Array
}
