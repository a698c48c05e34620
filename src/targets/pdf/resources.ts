import type { GlyphsItem, Picture } from '../../drawing/index.ts'
import type { BlendMode, LinearPaint, RadialPaint } from '../../fonts/index.ts'
import type { Extents } from '../../geometry/index.ts'
import type { Blurred } from './blurred.ts'
import type { EmbeddedFace } from './coded.ts'
import type { ObjectNumber } from './objects.ts'
import type { Shown } from './shading.ts'

/** The graphics state: how paint is combined with the backdrop. */
export interface GraphicsState {
  readonly opacity?: number
  readonly blend?: BlendMode
  /** A form whose brightness is the opacity of what is painted. */
  readonly mask?: ObjectNumber
}

/**
 * The shared resources of pages, forms and drawn glyphs (ISO 32000-2, 7.8.3); each method returns a
 * name.
 */
export interface Resources {
  /** The dictionary of all of them. */
  readonly number: ObjectNumber
  /** A face as it shows an item: drawn where the font cannot have all that stands for its text. */
  face(item: GlyphsItem): EmbeddedFace
  image(picture: Picture): string
  blurred(picture: Blurred): string
  state(state: GraphicsState): string
  shading(paint: LinearPaint | RadialPaint, shown: Shown): string
  /** A group that is painted as a whole: its content and the box it is in. */
  form(content: string, box: Extents, shown: Shown): { name: string; number: ObjectNumber }
  write(): void
}
