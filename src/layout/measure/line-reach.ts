import { type ShapedParagraph, unitScale } from '../../shaping/index.ts'
import { hasCentralBaseline, type Style } from '../../sheet/index.ts'
import type { LayoutTools } from './layout-tools.ts'
import { centralExtents, type LineExtents, objectExtents, unitedExtents } from './line-box.ts'
import type { BrokenLine } from './line-of.ts'

/** The line boxes that the styles of a paragraph ask for. */
export function extentsIn(
  { style }: ShapedParagraph,
  tools: LayoutTools,
): (style: Style) => LineExtents {
  if (!hasCentralBaseline(style.writingMode)) return tools.extents
  return own => centralExtents(tools.extents(own), own)
}

/** The line box that the styles and inline boxes of a line ask for. */
export function lineExtents(
  paragraph: ShapedParagraph,
  { runs }: BrokenLine,
  tools: LayoutTools,
): LineExtents {
  const styled = extentsIn(paragraph, tools)
  const isCentral = hasCentralBaseline(paragraph.style.writingMode)
  let { style } = paragraph
  let reach = styled(style)
  for (const run of runs) {
    if (run.box) {
      const rise = run.style.baselineShift * run.style.size
      reach = unitedExtents(reach, objectExtents(run.box, rise, isCentral))
    } else if (run.style !== style) {
      style = run.style
      reach = unitedExtents(reach, styled(style))
    }
  }
  return reach
}

/**
 * The extent of the first line's letters upward and the last line's downward, if the style trims
 * them.
 */
export function trimmed(
  reach: LineExtents,
  style: Style,
  tools: LayoutTools,
  isFirst: boolean,
  isLast: boolean,
): LineExtents {
  const { trim } = style
  if (trim === 'none' || hasCentralBaseline(style.writingMode)) return reach
  const [face] = tools.shapingStyle(style).faces
  const { capHeight, xHeight } = face.metrics
  const letters = trim.above === 'cap' ? capHeight : xHeight
  const above = isFirst && trim.above ? letters * unitScale(face, style.size) : reach.above
  return { above, below: isLast && trim.below ? 0 : reach.below }
}
