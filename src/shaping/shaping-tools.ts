import { type Fonts, keptWithFonts } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'
import { keptByStyle } from './kept-by-style.ts'
import type { PlatformAdvance } from './platform-letters.ts'
import { type SegmentOf, segmentBook } from './segments.ts'
import { cachedShape, type Shape } from './shape-cache.ts'
import {
  type HasWords,
  type MeasurePiece,
  type MeasureWords,
  type ShapeWords,
  wordShaper,
} from './shape-words.ts'
import { type ShapingStyle, shapingStyleOf } from './shaping-style.ts'

/** The tools of shaping. */
export interface ShapingTools {
  readonly fonts: Fonts
  /** Measures letters that no face has; undefined where nothing paints them. */
  readonly platformAdvance?: PlatformAdvance | undefined
  readonly shape: Shape
  readonly hasWords: HasWords
  readonly shapeWords: ShapeWords
  readonly measureWords: MeasureWords
  readonly measurePiece: MeasurePiece
  /** The part of a style that shaping depends on. */
  readonly shapingStyle: (style: Style) => ShapingStyle
  /** One object for each kind of segment. */
  readonly segmentOf: SegmentOf
}

/** The tools of fonts, which all typesetters on it share: what one has shaped none shapes again. */
export function shapingTools(fonts: Fonts): ShapingTools {
  return keptWithFonts(fonts, 'shaping', () => {
    const shape = cachedShape()
    const words = wordShaper()
    return {
      fonts,
      shape,
      hasWords: words.has,
      shapeWords: words.shape,
      measureWords: words.measure,
      measurePiece: words.measurePiece,
      shapingStyle: keptByStyle(fonts, style => shapingStyleOf(fonts, style)),
      segmentOf: segmentBook(),
    }
  })
}
