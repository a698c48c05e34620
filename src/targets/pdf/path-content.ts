import {
  type Fill,
  numberText,
  type PathItem,
  strokeParts,
  surroundings,
} from '../../drawing/index.ts'
import { type Matrix, mappedOutline, type Outline, product } from '../../geometry/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import { gradientContent } from './color-content.ts'
import { outlineContent } from './outline-content.ts'
import type { Resources } from './resources.ts'
import { colorComponents } from './shading.ts'

/** Content painted in an ink. */
export function inked(
  ink: Pick<SolidInk, 'color' | 'opacity'>,
  operator: 'rg' | 'RG',
  resources: Resources,
  content: string,
): string {
  const color = `${colorComponents(ink.color)} ${operator}\n`
  if (ink.opacity >= 1) return color + content
  return `q ${color}/${resources.state({ opacity: ink.opacity })} gs\n${content}Q\n`
}

/** A shape with its fill and its stroke; one outside shows beyond the shape only. */
export function pathContent(item: PathItem, flip: Matrix, resources: Resources): string {
  const { fill, stroke } = item
  const outline = mappedOutline(flip, item.outline)
  const filled = fill ? fillContent(outline, fill, flip, resources) : ''
  if (!stroke) return filled
  const { width, isBelow, isCut } = strokeParts(stroke, fill)
  const pen = `${numberText(width)} w 1 j ${outlineContent(outline)}S\n`
  const line = inked(stroke.ink, 'RG', resources, pen)
  if (!isBelow) return filled + line
  if (!isCut) return line + filled
  const outside = outlineContent(surroundings(outline, stroke.width))
  return `q ${outside}W* n\n${line}Q\n${filled}`
}

function fillContent(outline: Outline, fill: Fill, flip: Matrix, resources: Resources): string {
  if (fill.kind === 'solid') return inked(fill, 'rg', resources, `${outlineContent(outline)}f\n`)
  return gradientContent(outline, { ...fill, matrix: product(flip, fill.matrix) }, resources)
}
