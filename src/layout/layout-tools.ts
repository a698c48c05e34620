import type { Shelf } from '../fonts/index.ts'
import {
  findFace,
  keptByStyle,
  keptOnShelf,
  type ShapingTools,
  shapingTools,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { type HyphenKerning, hyphenKerning } from './hyphen-kerning.ts'
import type { Hyphenation } from './hyphenation.ts'
import { type LineExtents, lineExtentsOf } from './line-box.ts'

/** What layout needs beside the text: made once for many texts, since it remembers. */
export interface LayoutTools extends ShapingTools {
  readonly hyphenation?: Hyphenation
  readonly hyphenKerning: HyphenKerning
  /** What a style asks of its line box. A face that stands in for another moves no baseline. */
  readonly extents: (style: Style) => LineExtents
}

export function layoutTools(shelf: Shelf, hyphenation?: Hyphenation): LayoutTools {
  // An application may have a typesetter for each of its texts.
  const tools = keptOnShelf(shelf, 'layout tools', (): LayoutTools => {
    const shaping = shapingTools(shelf)
    return {
      ...shaping,
      hyphenKerning: hyphenKerning(shaping.shape),
      extents: keptByStyle(shelf, style => lineExtentsOf(findFace(shelf, style).face, style)),
    }
  })
  return hyphenation ? { ...tools, hyphenation } : tools
}
