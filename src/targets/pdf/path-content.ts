import { type Fill, isOpaque, numberText, type PathItem } from '../../drawing/index.ts'
import {
  type Matrix,
  mappedOutline,
  type Outline,
  outlineBox,
  product,
  rectangleOutline,
} from '../../geometry/index.ts'
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
  const isOutside = stroke.place === 'outside'
  const width = numberText(stroke.width * (isOutside ? 2 : 1))
  const line = inked(stroke.ink, 'RG', resources, `${width} w 1 j ${outlineContent(outline)}S\n`)
  if (!isOutside) return filled + line
  if (isOpaque(fill)) return line + filled
  // What is painted over the inner half hides it; where nothing does, it is cut off.
  return `q ${outsideOf(outline, stroke.width)}W* n\n${line}Q\n${filled}`
}

function fillContent(outline: Outline, fill: Fill, flip: Matrix, resources: Resources): string {
  if (fill.kind === 'solid') return inked(fill, 'rg', resources, `${outlineContent(outline)}f\n`)
  return gradientContent(outline, { ...fill, matrix: product(flip, fill.matrix) }, resources)
}

/** All around a shape and the shape, for the even-odd rule. */
function outsideOf(outline: Outline, width: number): string {
  const { left, bottom, right, top } = outlineBox(outline) ?? {
    left: 0,
    bottom: 0,
    right: 0,
    top: 0,
  }
  const room = width + 1
  const around = rectangleOutline({
    x: left - room,
    y: bottom - room,
    width: right - left + 2 * room,
    height: top - bottom + 2 * room,
  })
  return outlineContent(around) + outlineContent(outline)
}
