import type { Extents, Outline } from '../geometry/index.ts'
import type { ColorPart } from './color-glyph.ts'
import type { Coordinates, VariationAxis } from './variations.ts'
import type { VerticalMetrics } from './vertical-metrics.ts'

/** Upright, slanted by design, or slanted by the program (OpenType, `slnt` and `ital`). */
export type Slant = 'normal' | 'italic' | 'oblique'

/** What HarfBuzz is told of a text before it shapes it; nothing of it is guessed. */
export interface Segment {
  /** ISO 15924 tag, such as `Latn`. */
  readonly script: string
  /** BCP 47 tag. */
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  /** OpenType features, such as `liga=0`. */
  readonly features: readonly string[]
}

/** What stands beside a text that is shaped, and is not shaped with it: a few characters. */
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

/** Lengths of a face in font units, y upward, as its tables give them. */
export interface FaceMetrics {
  /** Font units of an em. */
  readonly unitsPerEm: number
  /** How far up a line reaches, in font units. */
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

/** What a family does not have and is made of the face there is. */
export type Synthesized = 'weight' | 'slant'

/** One face of a family, open. */
export interface Face {
  /** Tells this face from every other among the fonts. */
  readonly key: string
  /** Tells of its font's contents, its place on the axes and what was synthesized: the same wherever it is open. */
  readonly id: string
  /** The name of the family. */
  readonly family: string
  /** Its name in documents (OpenType, name ID 6). */
  readonly postScriptName: string
  /** 1 to 1000. */
  readonly weight: number
  /** Upright or slanted. */
  readonly slant: Slant
  /** Percent of the usual width. */
  readonly stretch: number
  /** What of its weight and slant is not of the font, but synthesized. */
  readonly synthesized: readonly Synthesized[]
  /** Its lengths, in font units. */
  readonly metrics: FaceMetrics
  /** The file's contents. */
  readonly bytes: Uint8Array
  /** What its outlines are written in: a table of the font. */
  readonly outlineFormat: 'glyf' | 'CFF' | 'CFF2'
  /** Whether its license lets documents carry it (`OS/2.fsType`). */
  readonly embeddable: boolean
  /** Whether some of its glyphs have colors of their own. */
  readonly colored: boolean
  /** Its axes, where it is variable. */
  readonly axes: readonly VariationAxis[]
  /** Where on its axes a variable font stands. */
  readonly coordinates: Coordinates
  /** How many glyphs it has. */
  readonly glyphCount: number
  /** Glyph of a code point by the face's `cmap`; 0 where there is none. */
  glyphOf(codePoint: number): number
  /** How far a glyph moves the pen, in font units. */
  advance(glyph: number): number
  /** The rectangle around a glyph, in font units; undefined where nothing is painted. */
  extents(glyph: number): Extents | undefined
  /** How its letters stand below each other. */
  vertical(): VerticalMetrics
  /** Where carets stand inside a ligature, in font units from its origin; none where it is not stated. */
  ligatureCarets(glyph: number): readonly number[]
  /** The outline of a glyph, in font units. */
  outline(glyph: number): Outline
  /** What a glyph of colors of its own is painted with; undefined where it takes the text's ink. */
  colorParts(glyph: number): readonly ColorPart[] | undefined
  /** Whether a glyph looks as it does in the font's own bytes: neither colored nor synthesized. */
  isPlain(glyph: number): boolean
  /** Shapes a text; letters of joined scripts join with those of the context. */
  shape(text: string, segment: Segment, context?: Context): ShapedGlyphs
  /** Whether spaces change nothing of the words beside them but by kerning, with these features on. */
  spacesStandAlone(features: readonly string[]): boolean
  /**
   * Whether its font has the same rules for two scripts with these features on, each script as an ISO 15924
   * tag such as `Hani`: text of both may then be shaped as one.
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
