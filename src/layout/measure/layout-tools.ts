import type { Fonts } from '../../fonts/index.ts'
import {
  findFace,
  keptByStyle,
  keptWithFonts,
  type PlatformAdvance,
  type ShapingTools,
  shapingTools,
} from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { Hyphenation } from './hyphenation.ts'
import { type LineExtents, lineExtentsOf } from './line-box.ts'

/** The tools of layout, shared by many texts because they cache. */
export interface LayoutTools extends ShapingTools {
  readonly hyphenation?: Hyphenation
  /** The line box that a style asks for. A fallback face moves no baseline. */
  readonly extents: (style: Style) => LineExtents
}

export function layoutTools(
  fonts: Fonts,
  hyphenation?: Hyphenation,
  platformAdvance?: PlatformAdvance,
): LayoutTools {
  // An application may have a typesetter for each of its texts.
  const tools = keptWithFonts(fonts, 'layout tools', (): LayoutTools => {
    const shaping = shapingTools(fonts)
    return {
      ...shaping,
      extents: keptByStyle(fonts, style => lineExtentsOf(findFace(fonts, style).face, style)),
    }
  })
  if (!hyphenation && !platformAdvance) return tools
  return {
    ...tools,
    ...(hyphenation && { hyphenation }),
    ...(platformAdvance && { platformAdvance }),
  }
}
