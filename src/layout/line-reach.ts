import type { ShapedParagraph } from '../shaping/index.ts'
import { hasCentralBaseline, type Style } from '../sheet/index.ts'
import type { LayoutTools } from './layout-tools.ts'
import { boxReach, centralReach, joinedReach, type Reach } from './line-box.ts'
import type { BrokenLine } from './line-of.ts'

/** What styles ask of the lines of a paragraph. */
export function reachIn({ style }: ShapedParagraph, tools: LayoutTools): (style: Style) => Reach {
  if (!hasCentralBaseline(style.writingMode)) return tools.reach
  return own => centralReach(tools.reach(own), own)
}

/** What the styles and boxes of a line ask for. */
export function lineReach(
  paragraph: ShapedParagraph,
  { runs }: BrokenLine,
  tools: LayoutTools,
): Reach {
  const styled = reachIn(paragraph, tools)
  const isCentral = hasCentralBaseline(paragraph.style.writingMode)
  let { style } = paragraph
  let reach = styled(style)
  for (const run of runs) {
    if (run.box) {
      const rise = run.style.shift * run.style.size
      reach = joinedReach(reach, boxReach(run.box, rise, isCentral))
    } else if (run.style !== style) {
      style = run.style
      reach = joinedReach(reach, styled(style))
    }
  }
  return reach
}

/** How far the first line's letters reach up, and the last line's down, where the style trims them. */
export function trimmed(
  reach: Reach,
  { style }: ShapedParagraph,
  tools: LayoutTools,
  isFirst: boolean,
  isLast: boolean,
): Reach {
  const { trim } = style
  if (trim === 'none' || hasCentralBaseline(style.writingMode)) return reach
  const [face] = tools.shapingStyle(style).faces
  const { capHeight, xHeight, unitsPerEm } = face.metrics
  const letters = trim.above === 'cap' ? capHeight : xHeight
  const above = isFirst && trim.above ? (letters * style.size) / unitsPerEm : reach.above
  return { above, below: isLast && trim.below ? 0 : reach.below }
}
