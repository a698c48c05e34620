import type { Shelf } from '../fonts/index.ts'
import type { Box } from '../geometry/index.ts'
import {
  cachedShape,
  findFace,
  type ShapingTools,
  shapingStyleOf,
  wordShaper,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { Hyphenation } from './hyphenation.ts'
import type { Layout } from './layout.ts'
import { type Reach, reachOf } from './line-box.ts'

/** What layout needs beside the text: made once for many texts, since it remembers. */
export interface LayoutTools extends ShapingTools {
  readonly hyphenation?: Hyphenation
  /** The box around what a layout is painted with: the business of those who paint. */
  readonly inkBox: (layout: Layout) => Box | undefined
  /** What a style asks of its line box. A face that stands in for another moves no baseline. */
  readonly reach: (style: Style) => Reach
}

export function layoutTools(
  shelf: Shelf,
  inkBox: LayoutTools['inkBox'],
  hyphenation?: Hyphenation,
): LayoutTools {
  const shape = cachedShape()
  return {
    shelf,
    inkBox,
    shape,
    shapeWords: wordShaper(shape),
    shapingStyle: keptByStyle(shelf, style => shapingStyleOf(shelf, style)),
    reach: keptByStyle(shelf, style => reachOf(findFace(shelf, style).face, style)),
    ...(hyphenation && { hyphenation }),
  }
}

/** A function of styles that remembers, until the shelf gets other fonts. */
function keptByStyle<T>(shelf: Shelf, make: (style: Style) => T): (style: Style) => T {
  let kept = new WeakMap<Style, T>()
  let { revision } = shelf
  return style => {
    if (revision !== shelf.revision) {
      kept = new WeakMap()
      revision = shelf.revision
    }
    let value = kept.get(style)
    if (value === undefined) {
      value = make(style)
      kept.set(style, value)
    }
    return value
  }
}
