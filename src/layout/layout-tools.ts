import type { Shelf } from '../fonts/index.ts'
import { cachedShape, findFace, type ShapingTools, wordShaper } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { Hyphenation } from './hyphenation.ts'
import { type Reach, reachOf } from './line-box.ts'

/** What layout needs beside the text: made once for many texts, since it remembers. */
export interface LayoutTools extends ShapingTools {
  readonly hyphenation?: Hyphenation
  /** What a style asks of its line box. A face that stands in for another moves no baseline. */
  readonly reach: (style: Style) => Reach
}

export function layoutTools(shelf: Shelf, hyphenation?: Hyphenation): LayoutTools {
  const shape = cachedShape()
  let reaches = new WeakMap<Style, Reach>()
  let { revision } = shelf
  return {
    shelf,
    shape,
    shapeWords: wordShaper(shape),
    ...(hyphenation && { hyphenation }),
    reach(style) {
      if (revision !== shelf.revision) {
        reaches = new WeakMap()
        revision = shelf.revision
      }
      let reach = reaches.get(style)
      if (!reach) {
        reach = reachOf(findFace(shelf, style).face, style)
        reaches.set(style, reach)
      }
      return reach
    },
  }
}
